<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Settings;

use UprightPencil\Settings\School;

/** Fourth finger or open string. */
enum OpenStringSchool: string implements School
{
    case Open = 'open';
    case DescendingFour = 'descending-four';
    case Four = 'four';
    case Either = 'either';

    public static function title(): string
    {
        return 'Open string or fourth finger';
    }

    public function words(): string
    {
        return match ($this) {
            self::Open => 'Open, unless it costs a crossing in a slur',
            self::DescendingFour => 'Fourth finger going down, open going up',
            self::Four => 'Fourth finger whenever it can be',
            self::Either => 'Either: the page prints both',
        };
    }
}
