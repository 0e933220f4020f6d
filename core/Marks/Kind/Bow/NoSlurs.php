<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The slurs that begin in the range are taken out. */
final readonly class NoSlurs extends PlainMark
{
    protected const WORDS = 'no slurs';

    public function plainWords(): string
    {
        return 'cross out the slur';
    }

    public function slot(): Slot
    {
        return Slot::Slur;
    }

    public function anchor(): Anchor
    {
        return Anchor::Range;
    }
}
