<?php

declare(strict_types=1);

namespace UprightPencil\Bench;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Plan\PlanCache;

/** Keeps plans serialized, as the server does between two requests. */
final class KeptPlans implements PlanCache
{
    /** @var array<string, string> */
    private array $kept = [];

    public function get(string $key): BowPlan|FingerPlan|null
    {
        $plan = isset($this->kept[$key]) ? unserialize($this->kept[$key]) : null;

        return $plan instanceof BowPlan || $plan instanceof FingerPlan ? $plan : null;
    }

    public function put(string $key, BowPlan|FingerPlan $plan): void
    {
        $this->kept[$key] = serialize($plan);
    }
}
