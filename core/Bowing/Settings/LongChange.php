<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

use UprightPencil\Settings\School;

/** How a change of bow inside a long note is played by a section. */
enum LongChange: string implements School
{
    case Exact = 'exact';
    case Loose = 'loose';

    public static function title(): string
    {
        return 'A change in a long note';
    }

    public function words(): string
    {
        return match ($this) {
            self::Exact => 'Exactly together',
            self::Loose => 'Loosely, so that no one hears it',
        };
    }
}
