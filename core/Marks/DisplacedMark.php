<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** Two marks of one list that say different things in one slot of a note. */
final readonly class DisplacedMark
{
    /** @param Mark $kept the later one, which holds */
    public function __construct(public Mark $lost, public Mark $kept)
    {
    }
}
