<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The bow stays on the string here, whatever the school would do. */
final readonly class NoRetake extends PlainMark
{
    protected const WORDS = 'no retake';

    public function slot(): Slot
    {
        return Slot::Connection;
    }

    public function anchor(): Anchor
    {
        return Anchor::NextNote;
    }
}
