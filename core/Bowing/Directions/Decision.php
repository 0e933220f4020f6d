<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;

/** How a stroke begins where the planner itself decided it, and why. */
final readonly class Decision
{
    /**
     * @param string $why in a sentence without its full stop
     * @param int|null $target the event it is done for; null where that is its own
     */
    public function __construct(public BowConnection $connection, public string $why, public ?int $target = null)
    {
    }
}
