<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/** A practice line for a part: what it serves, why, and its music. */
final readonly class PracticeLine
{
    /** A line is played twice, and has to be explained. */
    private const TIMES = 2;
    private const MINUTES_TO_SPEAK = 0.25;

    /** @param list<string> $serves printed measures: "34", "36-37" */
    public function __construct(public LineProposal $proposal, public array $serves, public BuiltLine $music, public TempoLadder $ladder)
    {
    }

    /** Minutes it takes, in quarters. */
    public function minutes(): float
    {
        return self::minutesOf($this->proposal->sketch);
    }

    public static function minutesOf(LineSketch $sketch): float
    {
        $minutes = self::TIMES * $sketch->quarters() / $sketch->tempo + self::MINUTES_TO_SPEAK;

        return ceil($minutes * 4) / 4;
    }
}
