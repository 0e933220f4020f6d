<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Score;

/**
 * Who has the tune, passage by passage.
 *
 * It is the moving line with the greatest variety of pitch and rhythm, the higher of two alike; source: the trade's page on practice,
 * *Melody, balance, firsts*.
 */
final readonly class Melody
{
    /** A passage without rehearsal marks is looked at in so many measures. */
    private const MEASURES = 8;
    /** A tune is handed on after four measures, or eight. */
    private const FOURS = 4;
    /** Of those that come so near in variety, the highest has the tune; who comes nearer still has it too. */
    private const NEAR = 0.92;
    private const ALIKE = 0.96;
    /** Parts that lie so near to one another, on average, are equally high. */
    private const SEMITONES = 3.0;

    public function __construct(private Score $score)
    {
    }

    /** @return list<TunePassage> in the order of the score; without those in which nobody plays for half of the time */
    public function passages(): array
    {
        $tunes = [];
        foreach ($this->bounds() as [$from, $until]) {
            array_push($tunes, ...$this->within($from, $until));
        }

        return $tunes;
    }

    /** @return list<TunePassage> one for all of it, or where the tune is handed on halfway, those of its halves */
    private function within(int $from, int $until): array
    {
        $middle = $from + intdiv($until - $from + 1, 2 * self::FOURS) * self::FOURS;
        if ($middle > $from && $until - $middle >= self::FOURS - 1) {
            [$first, $second] = [$this->worths($from, $middle), $this->worths($middle, $until)];
            if ($first !== [] && $second !== [] && $this->isHandedOn($first, $second)) {
                return [...$this->within($from, $middle), ...$this->within($middle, $until)];
            }
        }
        $worth = $this->worths($from, $until);

        return $worth === [] ? [] : [new TunePassage($from, $until - 1, $this->highest($worth))];
    }

    /**
     * Whether who has the tune first clearly has it no more then, and the other way round.
     *
     * @param non-empty-array<int, array{float, float}> $first
     * @param non-empty-array<int, array{float, float}> $second
     */
    private function isHandedOn(array $first, array $second): bool
    {
        [$before, $after] = [$this->highest($first), $this->highest($second)];

        return array_intersect($before, $after) === []
            && ($second[$before[0]][0] ?? 0.0) < $second[$after[0]][0] * self::NEAR
            && ($first[$after[0]][0] ?? 0.0) < $first[$before[0]][0] * self::NEAR;
    }

    /** @return array<int, array{float, float}> variety and height of the parts that play, by their positions */
    private function worths(int $from, int $until): array
    {
        $worth = [];
        foreach ($this->score->parts as $index => $part) {
            $value = $this->worth($part, $from, $until);
            if ($value !== null) {
                $worth[$index] = $value;
            }
        }

        return $worth;
    }

    /**
     * @param non-empty-array<int, array{float, float}> $worth variety and height, by part
     * @return non-empty-list<int> the parts that have the tune
     */
    private function highest(array $worth): array
    {
        $best = max(array_column($worth, 0));
        $near = array_filter($worth, static fn (array $one): bool => $one[0] >= $best * self::NEAR);
        $top = max([0.0, ...array_column($near, 1)]);
        $high = array_filter($near, static fn (array $one): bool => $one[1] >= $top - self::SEMITONES);
        uasort($high, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        $first = array_key_first($high) ?? array_key_first($worth);
        $have = [$first];
        foreach ($near as $index => [$variety]) {
            if ($index !== $first && $variety >= $worth[$first][0] * self::ALIKE && $variety <= $worth[$first][0] / self::ALIKE) {
                $have[] = $index;
            }
        }
        sort($have);

        return $have;
    }

    /**
     * How varied a part is in a passage, in pitches, lengths and moves, and how high; null where it rests for more than half of it.
     *
     * @return array{float, float}|null
     */
    private function worth(Part $part, int $from, int $until): ?array
    {
        $pitches = $lengths = [];
        $sounds = $height = 0.0;
        $moves = 0;
        foreach (Line::allOf($this->score, $part)[0]->events ?? [] as $event) {
            $pitch = $event->measure >= $from && $event->measure < $until ? self::pitch($part, $event) : null;
            if ($pitch !== null) {
                $moves++;
                $pitches[$pitch->semitone()] = true;
                $lengths[(string) $event->duration] = true;
                $sounds += $event->duration->toFloat();
                $height += $pitch->semitone() * $event->duration->toFloat();
            }
        }
        $measures = array_slice($this->score->measures, $from, $until - $from);
        $all = array_sum(array_map(static fn (Measure $measure): float => $measure->length->toFloat(), $measures));

        return $sounds <= $all / 2 ? null : [
            log(1 + count($pitches)) + log(1 + count($lengths)) + log(1 + $moves) / 2,
            $height / $sounds,
        ];
    }

    /** @return list<array{int, int}> from one rehearsal mark to the next; the last measure left out */
    private function bounds(): array
    {
        $count = count($this->score->measures);
        $starts = $count === 0 ? [] : [0];
        foreach ($this->score->measures as $measure) {
            // A pickup belongs to what it leads to.
            if ($measure->rehearsal !== null && $measure->index > ($this->score->pickup() === null ? 0 : 1)) {
                $starts[] = $measure->index;
            }
        }
        if (count($starts) === 1) {
            for ($next = self::MEASURES; $next < $count; $next += self::MEASURES) {
                $starts[] = $next;
            }
        }

        return array_map(static fn (int $at, int $from): array => [$from, $starts[$at + 1] ?? $count], array_keys($starts), $starts);
    }

    private static function pitch(Part $part, Event $event): ?Pitch
    {
        $pitch = null;
        foreach ($event->notes as $note) {
            $other = $part->notes[$note]->pitch;
            if ($other !== null && ($pitch === null || $other->semitone() > $pitch->semitone())) {
                $pitch = $other;
            }
        }

        return $pitch;
    }
}
