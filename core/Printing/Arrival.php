<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

/** The hand arrives in a position. */
final readonly class Arrival
{
    /** @param string $to id of the last note in that position */
    public function __construct(public string $position, public string $to)
    {
    }
}
