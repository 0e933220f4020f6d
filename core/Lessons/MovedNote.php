<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Music\Fraction;

/** A note that a section plays an octave from the rest of its line. */
final readonly class MovedNote
{
    /**
     * @param int $measure index of its measure
     * @param Fraction $offset quarter notes from the barline
     * @param int $octaves 1 up, −1 down
     * @param string $why a sentence without its full stop
     */
    public function __construct(public int $measure, public Fraction $offset, public int $octaves, public string $why)
    {
    }
}
