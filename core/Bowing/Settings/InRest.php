<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

use UprightPencil\Settings\School;

/** What the bow does in a rest when nothing is marked there: it circles and is set anew, or it stops on the string and goes on from where it is. */
enum InRest: string implements School
{
    case Circle = 'circle';
    case Freeze = 'freeze';

    public static function title(): string
    {
        return 'In a rest';
    }

    public function words(): string
    {
        return match ($this) {
            self::Circle => 'Circle and set where a down bow is wanted',
            self::Freeze => 'Freeze, or lift back: no circles of its own accord',
        };
    }
}
