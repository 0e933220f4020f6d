<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

/** How a finger stands to the letter name of the note it would play. */
enum LetterFit
{
    /** The letter is this finger's. */
    case Full;
    /** The place is shared by high 3 and low 4: spelled for the other one. */
    case Shared;
    /** Half position, where semitones decide. */
    case HalfPosition;
    case None;
}
