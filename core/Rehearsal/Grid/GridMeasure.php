<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Grid;

use UprightPencil\Music\Fraction;

/** Who enters, goes on, stops and holds in a measure. */
final readonly class GridMeasure
{
    /**
     * @param int $index of the measure
     * @param Fraction $slot quarter notes of one slot of the rows: an eighth, a triplet, or less where a measure needs it
     * @param list<GridEvent> $events by their beat, in the order of the score
     * @param list<GridRow> $rows in the order of the score; only of those that play
     * @param list<string> $told what is worth saying, sentences without their full stops; empty where nothing is
     */
    public function __construct(
        public int $index,
        public Fraction $slot,
        public array $events,
        public array $rows,
        public array $told,
    ) {
    }
}
