<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The printed bowing sign at this note is crossed out. */
final readonly class NoSign extends PlainMark
{
    protected const WORDS = 'no sign';

    public function plainWords(): string
    {
        return 'cross out the printed sign';
    }

    public function slot(): Slot
    {
        return Slot::Sign;
    }
}
