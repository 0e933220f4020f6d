<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Fraction;

/** A note that sections share. */
final readonly class Unison
{
    /**
     * @param Fraction $onset quarter notes from the start of the score
     * @param int $measure its index
     * @param string $name of the note, without its octave
     * @param list<string> $parts their ids
     * @param bool $isUnison at one pitch; else octaves apart
     */
    public function __construct(
        public Fraction $onset,
        public int $measure,
        public string $name,
        public array $parts,
        public bool $isUnison,
    ) {
    }
}
