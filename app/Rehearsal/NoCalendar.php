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

    public static function takesTooLong(): self
    {
        return new self('This calendar takes too long to read. Save the dates of one term by themselves and try again.');
    }

    public static function waitsTooLong(): self
    {
        return new self('The server is reading other calendars. Try again in a minute.');
    }

    public static function noRoom(): self
    {
        return new self('The server has no room for this file right now. Try again later.');
    }

    public static function isTooLarge(): self
    {
        return new self('This calendar is larger than 2 MB. Save the dates of one term alone.');
    }
}
