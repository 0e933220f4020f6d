<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Line;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * Finds passages that come again: the same rhythm with the same intervals, in the same part or in another at another
 * time; and those that nearly do, with the measure where they part.
 *
 * Measures are compared whole: a passage is a run of measures, the longest there is.
 */
final class Returns
{
    /** Fewer notes than this are no passage. */
    private const LEAST_NOTES = 4;
    /** A near return shares at least this many measures before it parts. */
    private const LEAST_NEAR = 1;

    /** @var array<string, list<string>> what each measure sounds like, by part; empty for a measure of rest */
    private array $shapes = [];
    /** @var array<string, list<int>> events that begin in each measure, by part */
    private array $counts = [];

    /** @var array<string, list<int>> semitones from the note before to the first of each measure, by part */
    private array $entries = [];

    /** @param list<Part> $parts */
    public function __construct(private readonly Score $score, private readonly array $parts)
    {
    }

    /**
     * Earlier passages that come again, in any part, in order of the later one.
     *
     * @return list<PassageReturn>
     */
    public function all(): array
    {
        $found = [];
        foreach ($this->parts as $one) {
            foreach ($this->parts as $other) {
                $found = [...$found, ...$this->between($one, $other)];
            }
        }
        usort($found, static fn (PassageReturn $a, PassageReturn $b): int
            => [$a->again, $a->part, $a->first, $a->giver] <=> [$b->again, $b->part, $b->first, $b->giver]);

        return $found;
    }

    /**
     * Notes that stand in measures just like this note's own, at its place: the same pitches, rhythm and all.
     *
     * @return list<string> ids, without the note itself
     */
    public function sameNotes(Part $part, string $noteId): array
    {
        $positions = $part->positionsById();
        $note = $part->notes[$positions[$noteId]];
        $measures = [];
        $places = [];
        foreach ($part->notes as $other) {
            $places[$other->measure][] = $other->id;
            $measures[$other->measure] = ($measures[$other->measure] ?? '')
                . "{$other->offset}+{$other->duration}" . ($other->pitch ?? '') . ' ';
        }
        $at = (int) array_search($noteId, $places[$note->measure] ?? [], true);
        $same = [];
        foreach ($measures as $measure => $shape) {
            if ($measure !== $note->measure && $shape === ($measures[$note->measure] ?? '')) {
                $same[] = $places[$measure][$at];
            }
        }

        return $same;
    }

    /**
     * Where one part plays what another (or itself) played before.
     *
     * @return list<PassageReturn>
     */
    private function between(Part $giver, Part $taker): array
    {
        $before = $this->shapes($giver);
        $after = $this->shapes($taker);
        $count = count($this->score->measures);
        $found = [];
        $covered = [];
        for ($again = 1; $again < $count; $again++) {
            for ($first = 0; $first < $again; $first++) {
                if ($before[$first] === '' || $before[$first] !== $after[$again] || isset($covered["{$first}:{$again}"])) {
                    continue;
                }
                $length = 0;
                $notes = 0;
                while (
                    $again + $length < $count && $first + $length < $again
                    && $before[$first + $length] === $after[$again + $length]
                    && ($length === 0 || $this->entries[$giver->id][$first + $length] === $this->entries[$taker->id][$again + $length])
                ) {
                    $covered[($first + $length) . ':' . ($again + $length)] = true;
                    $notes += $this->counts[$taker->id][$again + $length];
                    $length++;
                }
                if ($notes < self::LEAST_NOTES) {
                    continue;
                }
                $parts = $this->partsAfter($giver, $taker, $first + $length, $again + $length, $length);
                $found[] = new PassageReturn($giver->id, $taker->id, $first, $again, $length, $parts);
            }
        }

        return self::longest($found);
    }

    /** The measure where a near return leaves what it followed: the rhythm goes on, the notes do not. */
    private function partsAfter(Part $giver, Part $taker, int $first, int $again, int $length): ?int
    {
        $one = $this->shapes[$giver->id][$first] ?? '';
        $other = $this->shapes[$taker->id][$again] ?? '';
        $rhythm = static fn (string $shape): string => explode('|', $shape)[0];

        return $length >= self::LEAST_NEAR && $one !== '' && $other !== '' && $rhythm($one) === $rhythm($other) ? $again : null;
    }

    /**
     * For every measure that begins a return, the longest alone: a figure of one measure comes back everywhere.
     *
     * @param list<PassageReturn> $found
     * @return list<PassageReturn>
     */
    private static function longest(array $found): array
    {
        $best = [];
        foreach ($found as $return) {
            $old = $best[$return->again] ?? null;
            if ($old === null || $return->measures > $old->measures) {
                $best[$return->again] = $return;
            }
        }
        $kept = [];
        $end = -1;
        ksort($best);
        foreach ($best as $return) {
            if ($return->again + $return->measures > $end) {
                $kept[] = $return;
                $end = $return->again + $return->measures;
            }
        }

        return $kept;
    }

    /** @return list<string> by measure: rhythm, ties, and intervals in semitones from note to note */
    private function shapes(Part $part): array
    {
        if (isset($this->shapes[$part->id])) {
            return $this->shapes[$part->id];
        }
        $rhythms = array_fill(0, count($this->score->measures), '');
        $intervals = $rhythms;
        $counts = array_fill(0, count($this->score->measures), 0);
        $entries = array_fill(0, count($this->score->measures), 0);
        $before = [];
        $last = 0;
        foreach (Line::allOf($this->score, $part)[0]->events ?? [] as $event) {
            $note = $part->notes[$event->notes[0]];
            $semitone = $note->pitch?->semitone() ?? 0;
            $rhythms[$event->measure] .= "{$event->offset}+{$event->duration}" . ($note->tieStart ? '~' : '') . ' ';
            $intervals[$event->measure] .= (isset($before[$event->measure]) ? $semitone - $before[$event->measure] : '') . ' ';
            if (!isset($before[$event->measure])) {
                $entries[$event->measure] = $semitone - $last;
            }
            $before = [$event->measure => $semitone];
            $last = $semitone;
            $counts[$event->measure]++;
        }
        $this->counts[$part->id] = array_values($counts);
        $this->entries[$part->id] = array_values($entries);
        $shapes = array_map(
            static fn (Measure $measure): string => $rhythms[$measure->index] === ''
                ? ''
                : "{$rhythms[$measure->index]}|{$intervals[$measure->index]}",
            $this->score->measures,
        );

        return $this->shapes[$part->id] = $shapes;
    }
}
