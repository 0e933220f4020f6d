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

    /** Whether its measures are played in it, from the first to the last. */
    public function isPlayed(): bool
    {
        return $this === self::Work || $this === self::Run;
    }
}
