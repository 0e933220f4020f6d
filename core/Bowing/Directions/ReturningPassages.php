<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\MeasureShapes;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * Where a line plays again what it played before: the same rhythm with the same intervals, at least four measures of it, two where a
 * phrase begins, or one after a rest in which the bow can be carried back. A pattern that is repeated on and on is no passage.
 */
final readonly class ReturningPassages
{
    private const LEAST_NOTES = 4;
    /** Different notes by which a few measures are known again; with fewer, all alike in length, they are an accompaniment. */
    private const LEAST_PITCHES = 3;
    /** Measures a passage has at least, by where it begins. */
    public const ANYWHERE = 4;
    public const OF_A_PHRASE = 2;
    public const AFTER_A_REST = 1;
    private const TIMES = 8;

    private MeasureShapes $shapes;
    /** @var array<int, int> the next measure with another rhythm, by measure */
    private array $otherRhythm;

    public function __construct(private Score $score, private Part $part, private Line $line)
    {
        $this->shapes = MeasureShapes::of($score, $part, $line);
        $rhythms = $this->shapes->rhythms;
        $next = $last = count($rhythms);
        $other = [];
        for ($measure = $last - 1; $measure >= 0; $measure--) {
            $next = $measure + 1 < $last && $rhythms[$measure] !== $rhythms[$measure + 1] ? $measure + 1 : $next;
            $other[$measure] = $next;
        }
        $this->otherRhythm = $other;
    }

    /**
     * @param array<int, int> $leastAt how many measures are a passage where it begins in a measure; as anywhere where nothing is said
     * @return list<ReturningPassage> in their order
     */
    public function all(array $leastAt): array
    {
        $found = [];
        $known = $before = [];
        $count = count($this->shapes->rhythms);
        for ($measure = 0; $measure < $count; $measure++) {
            [$from, $length] = $this->longest($measure, $known, $before);
            $least = $leastAt[$measure] ?? self::ANYWHERE;
            if (
                $from !== null && $length >= $least && $this->isPassage($from, $measure, $length)
                && ($length >= self::ANYWHERE || $this->isKnownAgain($measure, $length))
            ) {
                $last = $this->shapes->events[$measure + $length - 1] ?: $this->shapes->events[$measure];
                [$again, $first] = $this->withPickup($this->shapes->events[$measure][0], $this->shapes->events[$from][0]);
                $found[] = new ReturningPassage($first, $again, $last[count($last) - 1] - $again + 1);
            } else {
                $length = 1;
            }
            if ($length > 1) {
                $before = [];
            }
            for ($end = min($measure + $length, $count); $measure < $end; $measure++) {
                $known[$this->shapes->kinds[$measure]][] = $measure;
            }
            $measure--;
        }

        return $found;
    }

    /**
     * The longest passage before a measure that goes on as it does; of two, the first.
     *
     * @param array<int, list<int>> $known measures by what is in them
     * @param array<int, int> $before lengths found at the measure before, by where they began; what this measure finds takes their place
     * @return array{int|null, int} where it began, and how many measures long it is
     */
    private function longest(int $measure, array $known, array &$before): array
    {
        $best = [null, 0];
        $found = [];
        $alike = $this->shapes->rhythms[$measure] === '' ? [] : $known[$this->shapes->kinds[$measure]] ?? [];
        // Of what comes on and on the first times tell enough.
        [$kinds, $entries] = [$this->shapes->kinds, $this->shapes->entries];
        $count = count($kinds);
        foreach (array_slice($alike, 0, self::TIMES) as $from) {
            $length = max(1, ($before[$from - 1] ?? 1) - 1);
            $most = min($measure - $from, $count - $measure);
            while (
                $length < $most && $kinds[$from + $length] === $kinds[$measure + $length]
                && $entries[$from + $length] === $entries[$measure + $length]
            ) {
                $length++;
            }
            $found[$from] = $length;
            if ($length > $best[1]) {
                $best = [$from, $length];
            }
        }
        $before = $found;

        return $best;
    }

    /** Whether there are notes enough; one rhythm that is repeated at once is an accompaniment. */
    private function isPassage(int $from, int $measure, int $length): bool
    {
        $notes = 0;
        for ($at = $measure; $at < $measure + $length && $notes < self::LEAST_NOTES; $at++) {
            $notes += count($this->shapes->events[$at]);
        }

        return $notes >= self::LEAST_NOTES && ($from + $length < $measure || $this->otherRhythm[$measure] < $measure + $length);
    }

    /** Whether a short passage tells itself from an accompaniment: by its notes, or one of several measures by its rhythm. */
    private function isKnownAgain(int $measure, int $length): bool
    {
        $pitches = $durations = [];
        for ($at = $measure; $at < $measure + $length; $at++) {
            foreach ($this->shapes->events[$at] as $event) {
                $pitches[$this->semitone($event)] = true;
                $durations[(string) $this->line->events[$event]->duration] = true;
            }
        }

        return count($pitches) >= self::LEAST_PITCHES || ($length > 1 && count($durations) > 1);
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
