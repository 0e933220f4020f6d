<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/**
 * From a tempo at which a stretch is safe to the one it is meant to go at, in small steps.
 *
 * Source: the trade's page on practising. The player climbs a rung when it was clean three times running, and goes down two after two
 * failures.
 */
final readonly class TempoLadder
{
    /** Share of the full tempo at which one begins at most. */
    private const BEGINS = 0.6;
    /** Notes a second that are safe, and those of a stretch that is hard. */
    private const SAFE_NOTES = 4.0;
    private const SAFE_NOTES_HARD = 3.0;
    private const STEP = 1.05;
    /** Clean times running for a rung up; failures for the way down, and how many rungs that is. */
    public const CLEAN_TIMES = 3;
    public const FAILURES = 2;
    public const RUNGS_DOWN = 2;
    /** Minutes, and repetitions of one stretch, after which one rests. */
    public const REST_AFTER_MINUTES = 10;
    public const REST_AFTER_TIMES = 8;
    /** No slower than this, in quarter notes a minute. */
    private const SLOWEST = 20;

    /**
     * @param int $from quarter notes a minute
     * @param int $to the same
     * @param non-empty-list<int> $steps from the slowest to the goal
     * @param list<int> $doubling two steps for lines that go as well twice as fast; empty for others
     */
    private function __construct(
        public int $from,
        public int $to,
        public array $steps,
        public array $doubling,
        public string $why,
    ) {
    }

    /**
     * @param float $full quarter notes a minute of the stretch
     * @param float|null $shortest seconds between its fastest notes at full tempo; null where there are none
     * @param float|null $goal what the director wants, where it is not the full tempo
     */
    public static function of(float $full, ?float $shortest, bool $isHard = false, ?float $goal = null, bool $doubles = false): self
    {
        $to = (int) max(self::SLOWEST, round($goal ?? $full));
        $share = self::safeShare($shortest, $isHard);
        $from = (int) max(self::SLOWEST, min($to, round($full * $share)));
        $steps = [$from];
        $exact = (float) $from;
        while (round($exact *= self::STEP) < $to) {
            if ((int) round($exact) > $steps[count($steps) - 1]) {
                $steps[] = (int) round($exact);
            }
        }
        if ($steps[count($steps) - 1] !== $to) {
            $steps[] = $to;
        }
        $half = (int) max(self::SLOWEST, round($to / 2));

        return new self($from, $to, $steps, $doubles && $half < $to ? [$half, $to] : [], self::why($full, $share, $isHard, $from, $to));
    }

    /** The share of the full tempo at which a stretch is safe. */
    public static function safeShare(?float $shortest, bool $isHard): float
    {
        return $shortest === null || $shortest <= 0.0 ? self::BEGINS : min(self::BEGINS, self::safeNotes($isHard) * $shortest);
    }

    /** How many notes a second are safe. */
    public static function safeNotes(bool $isHard): float
    {
        return $isHard ? self::SAFE_NOTES_HARD : self::SAFE_NOTES;
    }

    private static function why(float $full, float $share, bool $isHard, int $from, int $to): string
    {
        if ($from === $to) {
            return "♩ = {$to} is slow enough to begin with";
        }
        $notes = (int) self::safeNotes($isHard);
        $begins = $share < self::BEGINS
            ? "at ♩ = {$from} its fastest notes come {$notes} a second"
            : sprintf('♩ = %d is %d %% of ♩ = %d', $from, (int) round(self::BEGINS * 100), (int) round($full));

        return "{$begins}; the bow keeps the part and the size it has at ♩ = {$to}";
    }
}
