<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\PageSign;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;
use UprightPencil\Marks\StandingMark;

/** The finger that the edition prints is crossed out, and binds nobody. */
final readonly class NoFinger extends PlainMark implements StandingMark
{
    protected const WORDS = 'no finger';

    public function plainWords(): string
    {
        return 'cross out the printed finger';
    }

    public function slot(): Slot
    {
        return Slot::PrintedFinger;
    }

    public function sign(): PageSign
    {
        return PageSign::NoFingering;
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
