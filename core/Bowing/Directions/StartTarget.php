<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Music\Direction;

/** What a fresh start leads up to. */
final readonly class StartTarget
{
    /**
     * @param int $stroke its position; one past the last where nothing follows
     * @param Direction $direction how it should go
     * @param bool $isFixed whether a mark, a goal or a printed sign says so
     */
    public function __construct(public int $stroke, public Direction $direction, public bool $isFixed)
    {
    }
}
