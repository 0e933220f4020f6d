<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

use UprightPencil\Fingering\States\HandState;

/** Another answer at a note. */
final readonly class RunnerUp
{
    /**
     * @param int $position of its state in the layer
     * @param float $costs what the whole way through it costs more than the chosen one, in shifts
     */
    public function __construct(public int $position, public HandState $state, public float $costs)
    {
    }
}
