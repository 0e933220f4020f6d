<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

/** A stretch of a line that was played before, as events of the line that answer one another. */
final readonly class ReturningPassage
{
    /**
     * @param int $first the event its first statement begins with
     * @param int $again the event it begins with here
     * @param int $events how many it has
     */
    public function __construct(public int $first, public int $again, public int $events)
    {
    }
}
