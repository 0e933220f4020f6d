<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Log;

use UprightPencil\Rehearsal\Heard\HeardNote;
use UprightPencil\Rehearsal\Planning\Played;

/** What was done and heard in the rehearsals of a piece so far. */
final readonly class RehearsalLog
{
    /**
     * @param int $rehearsals how many there were
     * @param list<Played> $played
     * @param list<HeardNote> $heard what is not better yet, each with how often it was heard
     */
    public function __construct(public int $rehearsals = 0, public array $played = [], public array $heard = [])
    {
    }
}
