<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Result;

use UprightPencil\Marks\Chair;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;

/** A change of bow inside a notehead. */
final readonly class InnerChange
{
    /**
     * @param Fraction $offset quarter notes from the note's beginning
     * @param Direction $direction the new one
     * @param int|null $pass the time through it is for; null for every one
     */
    public function __construct(public Fraction $offset, public Direction $direction, public Chair $for, public ?int $pass = null)
    {
    }
}
