<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Settings;

use UprightPencil\Settings\School;

/** How the bass hand lies: a semitone between 1 and 2 and between 2 and 4, or one finger a semitone. */
enum BassHand: string implements School
{
    case OneTwoFour = '124';
    case OneToFour = '1234';

    public static function title(): string
    {
        return 'The bass hand';
    }

    public function words(): string
    {
        return match ($this) {
            self::OneTwoFour => '1-2-4',
            self::OneToFour => '1-2-3-4, one finger a semitone',
        };
    }
}
