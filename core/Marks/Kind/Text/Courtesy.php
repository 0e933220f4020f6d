<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\PageSign;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;
use UprightPencil\Marks\StandingMark;

/** A courtesy accidental, in parentheses. */
final readonly class Courtesy extends PlainMark implements StandingMark
{
    protected const WORDS = 'courtesy';

    public function plainWords(): string
    {
        return 'write the accidental once more, in parentheses';
    }

    public function slot(): Slot
    {
        return Slot::Courtesy;
    }

    public function sign(): PageSign
    {
        return PageSign::CourtesyAccidental;
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
