<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\PageSign;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;
use UprightPencil\Marks\StandingMark;

/** Partners divide the chord: the outside player takes the top note, the inside player the rest. */
final readonly class Divide extends PlainMark implements StandingMark
{
    protected const WORDS = 'divide';

    public function plainWords(): string
    {
        return 'divided: outside the top note, inside the rest';
    }

    public function slot(): Slot
    {
        return Slot::Divide;
    }

    public function sign(): PageSign
    {
        return PageSign::Divisi;
    }

    public function silences(): bool
    {
        return false;
    }

    public function isForPizzicato(): bool
    {
        return false;
    }
}
