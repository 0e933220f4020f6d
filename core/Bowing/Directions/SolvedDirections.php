<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

/** What was decided of a line, and the directions that follow from it. */
final readonly class SolvedDirections
{
    public function __construct(public Decisions $decisions, public StrokeDirections $directions)
    {
    }
}
