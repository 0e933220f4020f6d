<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

/** How what a hand can do stands to what was asked of it. */
enum Playability
{
    /** Within what the class has learned, and as every mark asks. */
    case AsAsked;
    /** It can be played, but not with what the class has learned. */
    case BeyondTheClass;
    /** A mark or a printed finger asks what no hand can do here; the nearest possible is taken. */
    case CannotBeAsked;
    /** No string has the note, or no hand the chord. */
    case OutOfReach;
}
