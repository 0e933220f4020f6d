<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Printing\NotePrint;
use UprightPencil\Review\Flag;

/** One part with its marks, what follows from them, and what the page shows. */
final readonly class PartPlan
{
    /**
     * @param array<string, NotePrint> $prints by note id
     * @param list<Flag> $flags
     * @param array<string, list<WhatIf>> $futures what open choices would do, by note id; empty until they are asked for
     */
    public function __construct(
        public Part $part,
        public MarkBook $book,
        public BowPlan $bow,
        public FingerPlan $fingers,
        public array $prints,
        public array $flags,
        public array $futures = [],
    ) {
    }

    /** @param array<string, list<WhatIf>> $futures */
    public function withFutures(array $futures): self
    {
        return new self($this->part, $this->book, $this->bow, $this->fingers, $this->prints, $this->flags, $futures);
    }
}
