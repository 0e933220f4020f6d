<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

/** Who changes bow inside a note that is too long: everyone at a marked place, or partners at different ones. */
enum LongNotes: string
{
    case Together = 'together';
    case Staggered = 'staggered';
}
