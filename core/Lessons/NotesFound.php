<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/** Where to play notes that no octave of the whole line holds. */
enum NotesFound: string
{
    /** As typed: they are told and nothing is moved. */
    case Kept = 'kept';
    /** Each of them alone an octave away. */
    case Singly = 'singly';
    /** The phrase they stand in an octave away, from its first note. */
    case ByPhrase = 'phrase';
}
