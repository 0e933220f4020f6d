<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Marks\Mark;

/** A position that a mark asks for. */
final readonly class FixedPosition
{
    /** @param string $position its numeral */
    public function __construct(public string $position, public Mark $mark)
    {
    }
}
