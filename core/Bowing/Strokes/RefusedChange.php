<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Marks\Mark;
use UprightPencil\Music\Direction;

/** A change marked inside a note that asks for the direction the bow already has. */
final readonly class RefusedChange
{
    /** @param Direction $goes how the bow already goes there */
    public function __construct(public Mark $mark, public Direction $goes)
    {
    }
}
