<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

/** A stretch solved again under a condition. */
final readonly class Resolved
{
    /**
     * @param float $costs more than the chosen way, in shifts
     * @param array<int, int> $positions of the states, by layer
     */
    public function __construct(public float $costs, public array $positions)
    {
    }
}
