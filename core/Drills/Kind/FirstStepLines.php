<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Measure;

/**
 * What a class does with a line before it plays it, the whole line each time: counted and clapped, its letters said, bowed in the air,
 * on open strings, its slurs stopped. Source: the trade's page on lessons (“Before it is played”).
 */
final readonly class FirstStepLines implements LineSource
{
    /** A line of a method book is no longer. */
    private const MOST_MEASURES = 40;
    /** How the parts of a beat are counted, by the share of it that is gone. */
    private const COUNTS = ['1/2' => '&', '1/4' => 'e', '3/4' => 'a', '1/3' => 'la', '2/3' => 'li'];

    /** @param LineKind $kind one of the first steps */
    public function __construct(private LineKind $kind)
    {
    }

    public function in(PracticePart $part): array
    {
        $last = count($part->score->measures) - 1;
        if ($part->notes === [] || $last >= self::MOST_MEASURES) {
            return [];
        }
        // What is handed down as one line goes as far as its meter.
        $written = $part->written(0, $last);
        $last = count($written) - 1;
        $notes = $part->inMeasures(0, $last);
        if ($notes === null || ($this->kind === LineKind::Hooks && !self::hasSlurs($written))) {
            return [];
        }
        $sketch = LineSketch::written(
            $this->measures($part, $written),
            $part->score->measures[0]->meter,
            $part->fifths(0),
            $part->safeTempo(...$notes),
        );

        return [new LineProposal($this->kind, $part->notes[$notes[0]]->note->id, $notes[0], [[0, $last]], 0.0, $this->why(), $sketch)];
    }

    private function why(): string
    {
        return match ($this->kind) {
            LineKind::Count => 'the rhythm before the notes',
            LineKind::Letters => 'the names before the fingers',
            LineKind::Open => 'the bow and the strings before the fingers',
            LineKind::Air => 'which way each bow goes, before it sounds',
            default => 'where the slurs are, heard one note at a time',
        };
    }

    /**
     * @param list<list<LineNote>> $written
     * @return list<list<LineNote>>
     * @throws MusicException
     */
    private function measures(PracticePart $part, array $written): array
    {
        return match ($this->kind) {
            LineKind::Count => self::counted($part, $written),
            LineKind::Letters => self::named($written),
            LineKind::Air => self::bowed($part, $written),
            LineKind::Open => OpenStringLines::opened($part, 0, $written),
            default => self::hooked($written),
        };
    }

    /**
     * On one line, with the count under every note; counts on which nothing begins stand in brackets.
     *
     * @param list<list<LineNote>> $written
     * @return list<list<LineNote>>
     * @throws MusicException
     */
    private static function counted(PracticePart $part, array $written): array
    {
        $clapped = $part->open($part->strings->names[1]) ?? $part->notes[0]->pitch;
        $counted = [];
        $isTiedTo = false;
        foreach ($written as $index => $notes) {
            $measure = $part->score->measures[$index];
            $meter = $measure->meter->length();
            $at = $index === 0 && $measure->isShort() ? $meter->minus($measure->length) : Fraction::zero();
            $line = [];
            foreach ($notes as $note) {
                $words = self::count($measure, $at, $at->plus($note->length), $note->pitch === null || $isTiedTo);
                $bare = $note->pitch === null ? $note : $note->bare()->at($clapped);
                $line[] = ($note->ties ? $bare->tied() : $bare)->saying($words, true);
                $isTiedTo = $note->ties;
                $at = $at->plus($note->length);
            }
            $counted[] = $line;
        }

        return $counted;
    }

    /** "1", "1 (2 3)", "&", "(4)" */
    private static function count(Measure $measure, Fraction $from, Fraction $until, bool $isSilent): string
    {
        $beat = $measure->meter->beatLength();
        $first = $from->dividedBy($beat);
        $held = [];
        for ($next = $first->floor() + 1; Fraction::of($next)->isLessThan($until->dividedBy($beat)); $next++) {
            $held[] = (string) ($next + 1);
        }
        $share = $first->minus(Fraction::of($first->floor()));
        $begin = $share->isZero() ? (string) ($first->floor() + 1) : (self::COUNTS[(string) $share] ?? '');
        if ($isSilent) {
            $all = array_filter([$begin, ...$held], static fn (string $one): bool => $one !== '');

            return $all === [] ? '' : '(' . implode(' ', $all) . ')';
        }

        return trim($begin . ($held === [] ? '' : ' (' . implode(' ', $held) . ')'));
    }

    /**
     * The notes alone: their names are written under them.
     *
     * @param list<list<LineNote>> $written
     * @return list<list<LineNote>>
     */
    private static function named(array $written): array
    {
        $bare = static fn (LineNote $note): LineNote => $note->pitch === null ? $note : $note->withoutHand();

        return array_map(static fn (array $notes): array => array_map($bare, $notes), $written);
    }

    /**
     * The way of every bow is said.
     *
     * @param list<list<LineNote>> $written
     * @return list<list<LineNote>>
     */
    private static function bowed(PracticePart $part, array $written): array
    {
        $number = 0;
        $bowed = [];
        foreach ($written as $notes) {
            $line = [];
            foreach ($notes as $note) {
                if ($note->pitch === null) {
                    $line[] = $note;
                    continue;
                }
                $bow = $part->notes[$number++]->bow ?? null;
                $own = $note->withoutHand();
                $line[] = $bow !== null && $bow->isHead ? $own->going($bow->direction) : $own;
            }
            $bowed[] = $line;
        }

        return $bowed;
    }

    /**
     * @param list<list<LineNote>> $written
     * @return list<list<LineNote>>
     */
    private static function hooked(array $written): array
    {
        $isInSlur = $isTied = false;
        $hooked = [];
        foreach ($written as $notes) {
            $line = [];
            foreach ($notes as $note) {
                $own = $note->unslurred();
                // A tie is one note: nothing is stopped in it.
                $line[] = $isInSlur && !$isTied && $note->pitch !== null ? $own->hooked() : $own;
                $isInSlur = ($isInSlur || $note->slurs) && !$note->ends;
                $isTied = $note->ties;
            }
            $hooked[] = $line;
        }

        return $hooked;
    }

    /** @param list<list<LineNote>> $written */
    private static function hasSlurs(array $written): bool
    {
        foreach (array_merge(...$written) as $note) {
            if ($note->slurs && !$note->ties) {
                return true;
            }
        }

        return false;
    }
}
