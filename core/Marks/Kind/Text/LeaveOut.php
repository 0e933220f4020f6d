<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\PageSign;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;
use UprightPencil\Marks\StandingMark;

/** This grace note, or lower note of a double stop, is not played. */
final readonly class LeaveOut extends PlainMark implements StandingMark
{
    protected const WORDS = 'leave out';

    public function plainWords(): string
    {
        return 'leave this note out';
    }

    public function slot(): Slot
    {
        return Slot::LeaveOut;
    }

    public function sign(): PageSign
    {
        return PageSign::SmallNote;
    }

    public function silences(): bool
    {
        return true;
    }

    public function isForPizzicato(): bool
    {
        return false;
    }
}
