<?php

declare(strict_types=1);

namespace App\Plans;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Review\Flag;

/** A section's bow and hand, without the half that somebody who asks has already. */
final readonly class PlanHalves
{
    /**
     * @param BowPlan|null $bow null: as it is known
     * @param FingerPlan|null $hand null: as it is known, or still to be asked for
     * @param list<Flag> $flags of both, in score order
     * @param BowDensity $bows how many directions the page shows
     * @param array{bow: string, hand: string} $names under which what is told here is known; empty for a hand still to be asked for
     */
    public function __construct(
        public Score $score,
        public Part $part,
        public MarkBook $book,
        public ?BowPlan $bow,
        public ?FingerPlan $hand,
        public array $flags,
        public BowDensity $bows,
        public array $names,
    ) {
    }

    public function handWaits(): bool
    {
        return $this->names['hand'] === '';
    }
}
