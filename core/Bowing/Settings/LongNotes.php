<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

use UprightPencil\Settings\School;

/** Who changes bow inside a note that is too long. */
enum LongNotes: string implements School
{
    case Together = 'together';
    case Staggered = 'staggered';

    public static function title(): string
    {
        return 'Long notes';
    }

    public function words(): string
    {
        return match ($this) {
            self::Together => 'Everyone changes at one place',
            self::Staggered => 'Partners change at different places',
        };
    }
}
