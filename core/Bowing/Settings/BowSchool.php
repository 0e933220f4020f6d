<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

use UprightPencil\Settings\School;

/** How bows are ordered: few marks, or every downbeat down where that is cheap. */
enum BowSchool: string implements School
{
    case AsItComes = 'as-it-comes';
    case Downbeat = 'downbeat';

    public static function title(): string
    {
        return 'Bow order';
    }

    public function words(): string
    {
        return match ($this) {
            self::AsItComes => 'As it comes, few marks',
            self::Downbeat => 'Down on the downbeat, retaking in the rests',
        };
    }
}
