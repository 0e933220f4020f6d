<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Settings;

use UprightPencil\Settings\School;

/** Whether the hand goes home to first position or stays where it is. */
enum HandHabit: string implements School
{
    case Stay = 'stay';
    case Home = 'home';

    public static function title(): string
    {
        return 'Out of first position';
    }

    public function words(): string
    {
        return match ($this) {
            self::Stay => 'Stay while it serves',
            self::Home => 'Home as soon as possible',
        };
    }
}
