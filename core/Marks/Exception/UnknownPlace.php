<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Exception;

use UprightPencil\Exception\UprightPencilException;

/** A place no note is at. The message is a sentence for the user, without a capital: it follows a line number. */
final class UnknownPlace extends \RuntimeException implements UprightPencilException
{
    public static function notAPlace(string $text): self
    {
        return new self("“{$text}” is not a place; expected a measure (9), a beat (9.1, 9.2+, 9.2.75), a range (25-28)"
            . ' or a rehearsal mark (B, B+3)');
    }

    public static function noSuchMeasure(string $number, string $part, string $first, string $last): self
    {
        return new self("there is no measure {$number} in {$part}; its measures are {$first} to {$last}");
    }

    public static function noSuchRehearsalMark(string $mark): self
    {
        return new self("there is no rehearsal mark {$mark}");
    }

    public static function noNotesInMeasure(string $number): self
    {
        return new self("measure {$number} has no notes here; a mark needs a note");
    }

    /** @param list<string> $beats */
    public static function noNoteAt(string $measure, string $beat, array $beats): self
    {
        return $beats === []
            ? self::noNotesInMeasure($measure)
            : new self("measure {$measure} has no note at beat {$beat}; its notes begin at " . implode(', ', $beats));
    }

    public static function nothingAfter(string $place): self
    {
        return new self("no note comes after {$place}");
    }

    public static function nothingSoundsAt(string $place): self
    {
        return new self("no note sounds on through {$place}, so the bow cannot change there");
    }

    public static function backwards(string $range): self
    {
        return new self("the range {$range} runs backwards; expected the earlier place first");
    }

    public static function rangeForOne(string $range, string $mark): self
    {
        return new self("“{$mark}” stands at one note, not at a range such as {$range}");
    }

    public static function slurGoesBack(string $place): self
    {
        return new self("the slur to {$place} does not reach a later note");
    }
}
