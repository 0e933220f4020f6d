<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Grid;

/** What a section does at a moment. */
enum GridDoes: string
{
    /** Begins after a rest, or for the first time. */
    case Enters = 'enters';
    /** Plays a new note straight after another. */
    case Changes = 'changes';
    /** Ends, and rests. */
    case Stops = 'stops';
}
