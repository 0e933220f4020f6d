<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A part whose measure is longer or shorter than the same measure of the score. */
final readonly class Disagreement
{
    /** @param Fraction $length what the part has in the measure, in quarter notes */
    public function __construct(
        public string $partId,
        public int $measure,
        public Fraction $length,
    ) {
    }
}
