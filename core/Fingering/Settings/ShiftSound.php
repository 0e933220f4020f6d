<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Settings;

use UprightPencil\Settings\School;

/** Whether the way of the hand between two positions may be heard. */
enum ShiftSound: string implements School
{
    case Hidden = 'hidden';
    case Heard = 'heard';

    public static function title(): string
    {
        return 'A shift';
    }

    public function words(): string
    {
        return match ($this) {
            self::Hidden => 'Hidden: at a bow change, in a rest, on an open string',
            self::Heard => 'Heard, by everyone alike: the finger slides in the slur',
        };
    }
}
