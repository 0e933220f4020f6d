<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Result\FingerPlan;

/** Remembers plans by what they were made of: a mark for the hand leaves the bow as it was, and the other way round. */
interface PlanCache
{
    public function get(string $key): BowPlan|FingerPlan|null;

    public function put(string $key, BowPlan|FingerPlan $plan): void;
}
