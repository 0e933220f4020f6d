<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

use UprightPencil\Rehearsal\Hardness\HardCause;

/** Some measures of a piece that are worked together. */
final readonly class Stretch
{
    /** Times at the slow tempo, times at tempo, and seconds to speak. Source: the trade's page, *What to rehearse, and when*. */
    public const SLOW_TIMES = 3;
    public const FULL_TIMES = 1;
    public const SPOKEN = 60.0;

    /**
     * @param int $from index of its first measure
     * @param int $to of its last
     * @param float $hardness 0 to 1
     * @param list<HardCause> $causes the heaviest first
     * @param float $seconds that it takes at tempo
     * @param float $slowShare of the tempo at which it is safe
     * @param int $tempo quarter notes a minute where it begins
     * @param float $longShare share of what is played in it that is held for a second or longer
     */
    public function __construct(
        public int $from,
        public int $to,
        public float $hardness,
        public array $causes,
        public float $seconds,
        public float $slowShare,
        public int $tempo,
        public float $longShare,
    ) {
    }

    public function slowTempo(): int
    {
        return max(20, (int) round($this->tempo * $this->slowShare));
    }

    public function slowSeconds(): float
    {
        return $this->seconds / $this->slowShare;
    }

    /** Minutes that working it takes, with so many times at the slow tempo. */
    public function minutes(int $slowTimes = self::SLOW_TIMES): float
    {
        return ($slowTimes * $this->slowSeconds() + self::FULL_TIMES * $this->seconds + self::SPOKEN) / 60;
    }
}
