<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * Where a line plays again what it played before: the same rhythm with the same intervals, at least four measures of it, or two
 * where a phrase begins. A pattern that is repeated on and on is no passage.
 */
final readonly class ReturningPassages
{
    private const LEAST_NOTES = 4;
    private const LEAST_MEASURES = 4;
    private const LEAST_OF_A_PHRASE = 2;

    /** @var list<string> rhythm of each measure; empty where nothing begins in it */
    private array $rhythms;
    /** @var list<string> intervals of each measure */
    private array $intervals;
    /** @var list<int> semitones from the note before to the first of each measure */
    private array $entries;
    /** @var list<list<int>> events that begin in each measure */
    private array $events;

    public function __construct(private Score $score, private Part $part, private Line $line)
    {
        $count = count($score->measures);
        $rhythms = $intervals = array_fill(0, $count, '');
        $entries = array_fill(0, $count, 0);
        $events = array_fill(0, $count, []);
        $last = 0;
        foreach ($line->events as $index => $event) {
            $note = $part->notes[$event->notes[0]];
            $semitone = $note->pitch?->semitone() ?? 0;
            $rhythms[$event->measure] .= "{$event->offset}+{$event->duration}" . ($note->tieStart ? '~' : '') . ' ';
            if ($events[$event->measure] === []) {
                $entries[$event->measure] = $semitone - $last;
            } else {
                $intervals[$event->measure] .= $semitone - $last . ' ';
            }
            $events[$event->measure][] = $index;
            $last = $semitone;
        }
        $this->rhythms = array_values($rhythms);
        $this->intervals = array_values($intervals);
        $this->entries = array_values($entries);
        $this->events = $events;
    }

    /**
     * @param callable(int): bool $beginsPhrase whether a phrase begins in a measure
     * @return list<ReturningPassage> in their order
     */
    public function all(callable $beginsPhrase): array
    {
        $found = [];
        $known = [];
        $count = count($this->rhythms);
        for ($measure = 0; $measure < $count; $measure++) {
            [$from, $length] = $this->longest($measure, $known);
            $least = $beginsPhrase($measure) ? self::LEAST_OF_A_PHRASE : self::LEAST_MEASURES;
            if ($from !== null && $length >= $least && $this->isPassage($from, $measure, $length)) {
                $last = $this->events[$measure + $length - 1] ?: $this->events[$measure];
                [$again, $first] = $this->withPickup($this->events[$measure][0], $this->events[$from][0]);
                $found[] = new ReturningPassage($first, $again, $last[count($last) - 1] - $again + 1);
            } else {
                $length = 1;
            }
            for ($end = min($measure + $length, $count); $measure < $end; $measure++) {
                $known[$this->rhythms[$measure] . '|' . $this->intervals[$measure]][] = $measure;
            }
            $measure--;
        }

        return $found;
    }

    /**
     * The longest passage before a measure that goes on as it does; of two, the first.
     *
     * @param array<string, list<int>> $known measures by what is in them
     * @return array{int|null, int} where it began, and how many measures long it is
     */
    private function longest(int $measure, array $known): array
    {
        $best = [null, 0];
        if ($this->rhythms[$measure] === '') {
            return $best;
        }
        foreach ($known[$this->rhythms[$measure] . '|' . $this->intervals[$measure]] ?? [] as $from) {
            $length = 1;
            while ($from + $length < $measure && $this->goesOnAlike($from + $length, $measure + $length)) {
                $length++;
            }
            if ($length > $best[1]) {
                $best = [$from, $length];
            }
        }

        return $best;
    }

    private function goesOnAlike(int $one, int $other): bool
    {
        return isset($this->rhythms[$other]) && $this->rhythms[$one] === $this->rhythms[$other]
            && $this->intervals[$one] === $this->intervals[$other] && $this->entries[$one] === $this->entries[$other];
    }

    /** Whether there are notes enough; one rhythm that is repeated at once is an accompaniment. */
    private function isPassage(int $from, int $measure, int $length): bool
    {
        $notes = array_sum(array_map(count(...), array_slice($this->events, $measure, $length)));

        return $notes >= self::LEAST_NOTES
            && ($from + $length < $measure || count(array_unique(array_slice($this->rhythms, $measure, $length))) > 1);
    }

    /**
     * The same passage with what leads into it, where that is alike too: less than half a measure.
     *
     * @return array{int, int}
     */
    private function withPickup(int $again, int $first): array
    {
        $half = $this->score->measures[$this->line->events[$again]->measure]->meter->length()->dividedBy(2);
        $long = Fraction::zero();
        while ($this->isSameBefore($again, $first)) {
            $long = $long->plus($this->line->events[$again - 1]->duration);
            if ($half->isLessThan($long)) {
                break;
            }
            $again--;
            $first--;
        }

        return [$again, $first];
    }

    private function isSameBefore(int $again, int $first): bool
    {
        $events = $this->line->events;
        if (!isset($events[$first - 1])) {
            return false;
        }
        $step = fn (int $event): int => $this->semitone($event) - $this->semitone($event - 1);

        return $events[$again - 1]->duration->equals($events[$first - 1]->duration)
            && $events[$again - 1]->end()->equals($events[$again]->onset)
            && $events[$first - 1]->end()->equals($events[$first]->onset)
            && $step($again) === $step($first);
    }

    private function semitone(int $event): int
    {
        return $this->part->notes[$this->line->events[$event]->notes[0]]->pitch?->semitone() ?? 0;
    }
}
