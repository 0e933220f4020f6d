<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;

/** Compares the direction of every printed stroke on each pass, as the bow really arrives there. */
final readonly class PassDifferences
{
    /** @param list<Stroke> $strokes in playing order */
    public function __construct(private array $strokes, private StrokeDirections $directions)
    {
    }

    /** @return array<int, array<int, Direction>> directions that differ from the first time, by event and pass */
    public function byEvent(): array
    {
        $first = [];
        $differing = [];
        foreach ($this->isAnythingRepeated() ? $this->strokes : [] as $index => $stroke) {
            $head = $stroke->head();
            $direction = $this->directions->starts[$index];
            $first[$head->event] ??= $direction;
            if ($first[$head->event] !== $direction) {
                $differing[$head->event][$head->pass] = $direction;
            }
        }

        return $differing;
    }

    private function isAnythingRepeated(): bool
    {
        foreach ($this->strokes as $stroke) {
            if ($stroke->events[0]->pass > 1) {
                return true;
            }
        }

        return false;
    }

    /**
     * The first stroke of each stretch that comes out differently on a later pass.
     *
     * @return list<int> positions in the strokes
     */
    public function firstOfEachStretch(): array
    {
        $differing = $this->byEvent();
        if ($differing === []) {
            return [];
        }
        $found = [];
        $seen = [];
        $isInside = false;
        foreach ($this->strokes as $index => $stroke) {
            $head = $stroke->head();
            $differs = isset($differing[$head->event][$head->pass]);
            if ($differs && !$isInside && !isset($seen[$head->event])) {
                $found[] = $index;
                $seen[$head->event] = true;
            }
            $isInside = $differs;
        }

        return $found;
    }
}
