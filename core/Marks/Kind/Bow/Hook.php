<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;

/** Goes the same way as the stroke before, the bow staying on the string. Stands at the second note. */
final readonly class Hook extends PlainMark
{
    protected const WORDS = 'hook';

    public function plainWords(): string
    {
        return 'same bow again, stop between';
    }

    public function slot(): Slot
    {
        return Slot::Connection;
    }
}
