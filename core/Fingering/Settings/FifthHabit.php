<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Settings;

use UprightPencil\Settings\School;

/** How two notes a fifth apart are taken that one finger stops next door (a fourth on the bass). */
enum FifthHabit: string implements School
{
    case Lay = 'lay';
    case Move = 'move';

    public static function title(): string
    {
        return 'A fifth under one finger';
    }

    public function words(): string
    {
        return match ($this) {
            self::Lay => 'Lay the finger between the strings',
            self::Move => 'Move the finger over',
        };
    }
}
