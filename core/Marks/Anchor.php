<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** What the place of a mark stands for. */
enum Anchor
{
    /** The note at the place; a rest is a mistake. */
    case Note;
    /** The note at the place, or the next one when the place is a rest. */
    case NextNote;
    /** A moment inside the note that sounds at the place. */
    case Inside;
    /** All notes from one place to another, or of the measure. */
    case Range;
    /** Any place. */
    case Anywhere;
}
