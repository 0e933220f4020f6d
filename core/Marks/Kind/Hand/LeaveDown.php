<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** The finger stays on the string. */
final readonly class LeaveDown extends PlainMark
{
    protected const WORDS = 'leave down';

    public function plainWords(): string
    {
        return 'leave the finger down';
    }

    public function slot(): Slot
    {
        return Slot::LeaveDown;
    }
}
