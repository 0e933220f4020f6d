<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** A mark that stands at a note and shows a sign of its own there, whatever finger or bow plays it. */
interface StandingMark extends MarkKind
{
    public function sign(): PageSign;

    /** Whether nobody plays the note: no finger is shown at it then. */
    public function silences(): bool;

    /** Whether it makes sense at plucked notes only. */
    public function isForPizzicato(): bool;
}
