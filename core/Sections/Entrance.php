<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Fraction;

/** A part comes in. */
final readonly class Entrance
{
    /**
     * @param string $part its id
     * @param Fraction $onset quarter notes from the start of the score
     * @param int $measure its index
     * @param Fraction $beat in the meter's lower number, from 1
     */
    public function __construct(public string $part, public Fraction $onset, public int $measure, public Fraction $beat)
    {
    }
}
