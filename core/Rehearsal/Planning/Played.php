<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** Measures that were played in a rehearsal. */
final readonly class Played
{
    /**
     * @param int $rehearsal which, counted from 0, the first one
     * @param int $from index of the first measure
     * @param int $to of the last
     * @param bool $isRun played through, not worked
     */
    public function __construct(public int $rehearsal, public int $from, public int $to, public bool $isRun)
    {
    }
}
