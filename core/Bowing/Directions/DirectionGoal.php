<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Music\Direction;

/** How a stroke should go. */
final readonly class DirectionGoal
{
    /**
     * @param float $price what it costs where it is not met
     * @param string $subject "the downbeat"
     * @param string $does "comes down"
     */
    public function __construct(public Direction $direction, public float $price, public string $subject, public string $does)
    {
    }

    /** The same at another price or the other way. */
    public function with(Direction $direction, float $price): self
    {
        return new self($direction, $price, $this->subject, $this->does);
    }
}
