<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Settings\School;

/** What is done with grace notes and double stops that are more than a class has learned. */
enum HardNotes: string implements School
{
    case Play = 'play';
    case Leave = 'leave';
    case Top = 'top';
    case Divide = 'divide';

    public static function title(): string
    {
        return 'Grace notes and double stops too hard for them';
    }

    public function words(): string
    {
        return match ($this) {
            self::Play => 'Play: what is new is told',
            self::Leave => 'Leave off: the top note alone, no grace notes',
            self::Top => 'Top note only',
            self::Divide => 'Divide between stand partners',
        };
    }
}
