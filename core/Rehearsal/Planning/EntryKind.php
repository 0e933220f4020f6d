<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** What happens in a part of a rehearsal. */
enum EntryKind: string
{
    case WarmUp = 'warm-up';
    case Work = 'work';
    case Tune = 'tune';
    case Run = 'run';
}
