<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

/** Where the bow is. */
final readonly class TravelPlan
{
    /**
     * @param array<int, array<int, array{from: float, to: float}>> $places by event and pass, 0 frog to 1 tip
     * @param array<int, true> $lifts strokes before which the bow is set anew, by position
     * @param array<int, array{needs: float, seconds: float, alone: bool}> $runOuts by stroke: centimetres needed at the
     *     slowest, seconds, and whether the stroke alone is too long for the bow
     * @param array<int, float> $lengths centimetres each stroke takes
     */
    public function __construct(
        public array $places,
        public array $lifts,
        public array $runOuts,
        public array $lengths,
    ) {
    }
}
