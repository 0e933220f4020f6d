<?php

declare(strict_types=1);

namespace UprightPencil\Roadmap;

/** One measure as it is played: which, and for which time. */
final readonly class Visit
{
    /**
     * @param int $measure index of the printed measure
     * @param int $pass 1 for the first time it is played, 2 for the second …
     */
    public function __construct(public int $measure, public int $pass)
    {
    }
}
