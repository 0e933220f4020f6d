<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/** What of the bow and the hand stands on the page of a practice line. */
enum LineShows
{
    case Everything;
    case Bows;
    /** The notes with their names under them. */
    case Names;
    /** The notes alone: what is said or clapped has neither bow nor finger. */
    case Notes;
}
