<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Music\Fraction;

/** A measure as it comes in the performance. */
final readonly class VisitedMeasure
{
    /**
     * @param Fraction $onset quarter notes from the beginning of the performance
     * @param bool $hasDownbeat false for a pickup and for the second half of a divided measure
     */
    public function __construct(public Fraction $onset, public bool $hasDownbeat, public bool $hasRehearsal)
    {
    }
}
