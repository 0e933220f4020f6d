<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/**
 * Whether a piece will be ready for its concert at the present pace.
 *
 * A measure is ready when it was worked twice, or three times where it is hard, and nothing heard in it is open. The pace is how many
 * times a measure was worked in a rehearsal, on average of the last few. What is missing, divided by the pace, is how many rehearsals
 * it takes.
 */
final readonly class Readiness
{
    /** Times a measure is worked until it is ready, and from which hardness on once more. */
    private const TIMES = 2;
    private const TIMES_HARD = 3;
    private const HARD = 0.35;
    /** Rehearsals the pace is taken from. */
    public const LAST = 3;

    /**
     * @param int $measures of the piece
     * @param int $ready of them
     * @param int $missing how many times a measure still has to be worked, all measures together
     * @param float $pace times a measure is worked in a rehearsal, all measures together
     * @param int|null $needed rehearsals it takes; null where the piece was not worked lately and something is missing
     * @param list<array{int, int}> $open first and last measure of what is not ready, in the order of the score
     */
    private function __construct(
        public int $measures,
        public int $ready,
        public int $missing,
        public float $pace,
        public ?int $needed,
        public array $open,
    ) {
    }

    /** @param array<int, true> $heard measures in which something heard is open */
    public static function of(PlannedPiece $piece, array $heard): self
    {
        $count = count($piece->marked->score->measures);
        $missing = $ready = 0;
        $open = [];
        for ($measure = 0; $measure < $count; $measure++) {
            $times = $piece->hardness->at($measure) >= self::HARD ? self::TIMES_HARD : self::TIMES;
            $left = max(isset($heard[$measure]) ? 1 : 0, $times - count($piece->coverage->worked[$measure] ?? []));
            $missing += $left;
            if ($left === 0) {
                $ready++;
                continue;
            }
            $last = count($open) - 1;
            if ($last >= 0 && $open[$last][1] === $measure - 1) {
                $open[$last] = [$open[$last][0], $measure];
            } else {
                $open[] = [$measure, $measure];
            }
        }
        $pace = self::pace($piece->coverage);

        return new self($count, $ready, $missing, $pace, match (true) {
            $missing === 0 => 0,
            $pace <= 0.0 => null,
            default => (int) ceil($missing / $pace),
        }, $open);
    }

    private static function pace(Coverage $coverage): float
    {
        $last = min(self::LAST, $coverage->rehearsals);
        $worked = 0;
        foreach ($coverage->worked as $rehearsals) {
            $worked += count(array_filter($rehearsals, static fn (int $one): bool => $one >= $coverage->rehearsals - self::LAST));
        }

        return $last === 0 ? 0.0 : round($worked / $last, 1);
    }

    /** Whether so many rehearsals are enough. */
    public function isReadyIn(int $rehearsals): bool
    {
        return $this->needed !== null && $this->needed <= $rehearsals;
    }

    /** How it was reckoned, in words. */
    public function how(int $rehearsals): string
    {
        $last = self::LAST;

        return "{$this->ready} of {$this->measures} measures are ready: worked twice, three times where hard, nothing heard open. "
            . match (true) {
                $this->missing === 0 => 'Nothing is missing.',
                $this->needed === null => "In the last {$last} rehearsals it was not worked, and {$rehearsals} are left.",
                default => "Measures have to be worked {$this->missing} times more, all together; "
                    . "{$this->pace} a rehearsal were worked lately. That takes {$this->needed} "
                    . ($this->needed === 1 ? 'rehearsal' : 'rehearsals') . ", and {$rehearsals} are left.",
            };
    }
}
