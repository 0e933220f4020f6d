<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The same finger slides to this note. */
final readonly class Slide extends PlainMark
{
    protected const WORDS = 'slide';

    public function plainWords(): string
    {
        return 'the same finger slides';
    }

    public function slot(): Slot
    {
        return Slot::Slide;
    }
}
