<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The bow is lifted to another place and the direction alternates. Stands at the note after the rest. */
final readonly class Lift extends PlainMark
{
    protected const WORDS = 'lift';

    public function plainWords(): string
    {
        return 'comma before: lift and set again';
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
