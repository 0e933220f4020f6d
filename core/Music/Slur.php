<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A printed slur, from one notehead to another of the same part (positions in {@see Part::$notes}). */
final readonly class Slur
{
    /**
     * @param 'solid'|'dashed'|'dotted' $style a dotted slur links separate notes in one direction
     * @param string $number as the file numbers it, to find it again
     */
    public function __construct(
        public int $from,
        public int $to,
        public string $style,
        public string $number = '1',
    ) {
    }
}
