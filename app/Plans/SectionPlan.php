<?php

declare(strict_types=1);

namespace App\Plans;

use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;

/** A section's score (its part alone) and what was worked out for it. */
final readonly class SectionPlan
{
    public function __construct(public Score $score, public PartPlan $part)
    {
    }
}
