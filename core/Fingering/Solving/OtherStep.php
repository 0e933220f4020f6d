<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

use UprightPencil\Fingering\Costs\Cost;
use UprightPencil\Fingering\States\HandState;

/** One layer of another way than the chosen one. */
final readonly class OtherStep
{
    /**
     * @param list<Cost> $costs what it costs that way
     * @param list<Cost> $chosenCosts what it costs as chosen
     */
    public function __construct(
        public int $layer,
        public HandState $state,
        public HandState $chosen,
        public array $costs,
        public array $chosenCosts,
    ) {
    }
}
