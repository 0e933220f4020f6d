<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

use UprightPencil\Settings\School;

/** What a figure means that had dots and comes again without them. */
enum AfterDots: string implements School
{
    case Keep = 'keep';
    case Printed = 'printed';

    public static function title(): string
    {
        return 'Undotted after dotted';
    }

    public function words(): string
    {
        return match ($this) {
            self::Keep => 'Keep the style: where the dots stop, “simile” is offered',
            self::Printed => 'Play what is printed: nothing is said of it',
        };
    }
}
