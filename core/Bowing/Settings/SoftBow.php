<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

use UprightPencil\Settings\School;

/** How soft notes are played. */
enum SoftBow: string implements School
{
    case Tip = 'tip';
    case Light = 'light';

    public static function title(): string
    {
        return 'Soft';
    }

    public function words(): string
    {
        return match ($this) {
            self::Tip => 'Little bow near the tip',
            self::Light => 'Much light bow, towards the fingerboard',
        };
    }
}
