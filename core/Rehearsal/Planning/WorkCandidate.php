<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** A stretch that could be worked. */
final readonly class WorkCandidate
{
    /** @param int $rank by the school that the rehearsal begins with, 0 first */
    public function __construct(public PlannedPiece $piece, public Stretch $stretch, public int $rank)
    {
    }

    /** Rehearsals since all of it was worked. */
    public function waits(): int
    {
        return $this->piece->coverage->longestSince($this->stretch->from, $this->stretch->to);
    }
}
