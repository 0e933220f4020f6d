<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Music\Direction;

/** How a stroke should go. */
final readonly class DirectionGoal
{
    /**
     * @param float $price what it costs where it is not met
     * @param string $words in words that follow "so that"
     */
    public function __construct(public Direction $direction, public float $price, public string $words)
    {
    }
}
