<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Result;

use UprightPencil\Music\Direction;

/** How a stroke is played on one time through, where the times differ. */
final readonly class VisitBow
{
    /** @param bool $isMarked whether somebody decided it, for this time or for all */
    public function __construct(public Direction $direction, public BowConnection $connection, public bool $isMarked = false)
    {
    }

    /** Whether the page has to say how the stroke is reached: hooked, retaken or lifted. */
    public function isJoined(): bool
    {
        return $this->connection->isShown();
    }
}
