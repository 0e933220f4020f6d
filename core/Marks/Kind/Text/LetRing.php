<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\PageSign;
use UprightPencil\Marks\PlainMark;
use UprightPencil\Marks\Slot;
use UprightPencil\Marks\StandingMark;

/** A plucked note that rings on: nobody stops the string. Printed as a short open tie. */
final readonly class LetRing extends PlainMark implements StandingMark
{
    protected const WORDS = 'let ring';

    public function plainWords(): string
    {
        return 'let it ring: a short open tie';
    }

    public function slot(): Slot
    {
        return Slot::LetRing;
    }

    public function sign(): PageSign
    {
        return PageSign::OpenTie;
    }

    public function silences(): bool
    {
        return false;
    }

    public function isForPizzicato(): bool
    {
        return true;
    }
}
