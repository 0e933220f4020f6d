<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The bow travels back in the air and the direction repeats. Stands at the note after the rest. */
final readonly class Retake extends PlainMark
{
    protected const WORDS = 'retake';

    public function plainWords(): string
    {
        return 'comma before: carry the bow back';
    }

    public function slot(): Slot
    {
        return Slot::Connection;
    }

    public function anchor(): Anchor
    {
        return Anchor::NextNote;
    }
}
