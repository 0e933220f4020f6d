<?php

declare(strict_types=1);

namespace App\Rehearsal;

use RuntimeException;

/** A file that is no calendar. The message is one sentence for the user. */
final class NoCalendar extends RuntimeException
{
    public static function isOtherKind(): self
    {
        return new self('This is no calendar that can be read. A calendar ends in .ics; save it as iCalendar and try again.');
    }

    public static function isTooLarge(): self
    {
        return new self('This calendar is larger than 2 MB. Save the dates of one term alone.');
    }
}
