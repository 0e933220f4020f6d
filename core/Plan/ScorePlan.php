<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Roadmap\Roadmap;

/** A whole score worked out. */
final readonly class ScorePlan
{
    /**
     * @param list<PartPlan> $parts
     * @param list<Flag> $flags that concern the whole score
     */
    public function __construct(
        public Score $score,
        public Roadmap $roadmap,
        public array $parts,
        public array $flags,
    ) {
    }

    /** @param list<Flag> $more */
    public function withFlags(array $more): self
    {
        return new self($this->score, $this->roadmap, $this->parts, [...$this->flags, ...$more]);
    }
}
