<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Reasons;

use UprightPencil\Fingering\Costs\CostKind;
use UprightPencil\Fingering\States\HandState;

/** One thing in which two ways of playing differ: a kind of cost, and the move that pays it. */
final readonly class DifferenceItem
{
    /**
     * @param HandState|null $from the hand before; null at the first note
     * @param HandState $to the hand that pays it
     * @param HandState $instead the hand of the way that does not
     */
    public function __construct(
        public CostKind $kind,
        public int $layer,
        public ?HandState $from,
        public HandState $to,
        public HandState $instead,
    ) {
    }
}
