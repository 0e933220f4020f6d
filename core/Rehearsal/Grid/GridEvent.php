<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Grid;

use UprightPencil\Music\Fraction;

/** Something that a section, or one line of its divisi, does in a measure. */
final readonly class GridEvent
{
    /**
     * @param 'outside'|'inside'|'all' $line
     * @param Fraction $offset quarter notes from the barline
     * @param Fraction $beat counted from 1 in the meter's lower number
     */
    public function __construct(
        public string $partId,
        public string $line,
        public Fraction $offset,
        public Fraction $beat,
        public GridDoes $does,
    ) {
    }
}
