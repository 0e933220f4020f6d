<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The octave harmonic, under whichever finger lies there. */
final readonly class Harmonic extends PlainMark
{
    protected const WORDS = 'harmonic';

    public function plainWords(): string
    {
        return 'touch the harmonic';
    }

    public function slot(): Slot
    {
        return Slot::Finger;
    }
}
