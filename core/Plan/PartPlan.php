<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Bowing\BowPlan;
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
     */
    public function __construct(
        public Part $part,
        public MarkBook $book,
        public BowPlan $bow,
        public array $prints,
        public array $flags,
    ) {
    }
}
