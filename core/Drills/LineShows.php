<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/** What of the bow and the hand stands on the page of a practice line. */
enum LineShows
{
    case Everything;
    case Bows;
    /** The notes alone: what is said or clapped has neither bow nor finger. */
    case Notes;
}
