<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Music\Direction;

/** How a fresh start goes, and why. */
final readonly class StartDirection
{
    /** @param string $why in a sentence without its full stop */
    public function __construct(public Direction $direction, public string $why)
    {
    }
}
