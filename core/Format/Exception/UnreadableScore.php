<?php

declare(strict_types=1);

namespace UprightPencil\Format\Exception;

use UprightPencil\Format\OtherKinds;
use UprightPencil\Exception\UprightPencilException;

/** A file that cannot be read as a score. The message is one sentence for the user. */
final class UnreadableScore extends \RuntimeException implements UprightPencilException
{
    public static function isEmpty(): self
    {
        return new self('The file is empty.');
    }

    public static function isNotXml(string $detail): self
    {
        return new self("The file is not a readable MusicXML file: {$detail}.");
    }

    public static function isHtml(): self
    {
        return new self('The file is a web page, not a score. Save the score itself (.musicxml or .mxl) and try again.');
    }

    public static function isOtherXml(string $root): self
    {
        return new self("The file is XML, but not MusicXML (it begins with “{$root}”).");
    }

    public static function declaresEntities(): self
    {
        return new self('The file declares entities of its own, which no score needs. It was not opened.');
    }

    /** @param string $first the first thing that could not be read, as a sentence; empty where there is none */
    public static function hasNoMusic(string $first): self
    {
        return new self(trim("This tune has no notes that can be read. {$first}"));
    }

    public static function hasNoParts(): self
    {
        return new self('The score has no parts.');
    }

    public static function hasNoMeasures(): self
    {
        return new self('The score has no measures.');
    }

    public static function hasTooManyMeasures(int $count, int $limit): self
    {
        return new self("The score has {$count} measures; the most that can be taken is {$limit}.");
    }

    public static function hasTooManyParts(int $count, int $limit): self
    {
        return new self("The score has {$count} parts; the most that can be taken is {$limit}.");
    }

    public static function hasTooManyNotes(int $limit): self
    {
        return new self("The score has more than {$limit} notes, which is more than can be taken.");
    }

    public static function isTooLarge(int $limitInMegabytes): self
    {
        return new self("The file is larger than {$limitInMegabytes} MB, which is more than any part needs.");
    }

    public static function archiveIsBroken(): self
    {
        return new self('The .mxl archive cannot be opened: it is damaged or not a zip archive.');
    }

    public static function archiveHasNoScore(): self
    {
        return new self('The .mxl archive holds no score.');
    }

    public static function archiveHasUnsafeNames(): self
    {
        return new self('The .mxl archive names files outside itself. It was not opened.');
    }

    public static function archiveIsTooLarge(int $limitInMegabytes): self
    {
        return new self("The .mxl archive unpacks to more than {$limitInMegabytes} MB. It was not opened.");
    }

    public static function hasTooManyAttributes(int $limit): self
    {
        return new self("The file has a tag with more than {$limit} attributes, which no score needs. It was not opened.");
    }

    public static function hasTooLongTags(int $limit): self
    {
        return new self("The file has a tag longer than {$limit} characters, which no score needs. It was not opened.");
    }

    public static function hasTooManyElements(int $limit): self
    {
        return new self("The file has more than {$limit} elements, which is more than can be taken.");
    }

    public static function isTooDeep(int $limit): self
    {
        return new self("The file has more than {$limit} elements inside one another, which no score needs. It was not opened.");
    }

    /** @param string $sentence another process said of the file */
    public static function because(string $sentence): self
    {
        return new self($sentence);
    }

    public static function waitsTooLong(): self
    {
        return new self('Many scores are being read just now. Wait a minute and choose the file again.');
    }

    public static function takesTooLong(int $seconds): self
    {
        return new self("Reading the file takes longer than {$seconds} seconds, which no part needs. It was not opened.");
    }

    public static function takesTooMuch(): self
    {
        return new self('Reading the file takes more memory than any score needs. It was not opened.');
    }

    public static function isTooFine(string $part, string $measure): self
    {
        return new self("{$part}, measure {$measure}: a length is a finer part of a quarter note than can be counted exactly.");
    }

    public static function isBeyondCounting(): self
    {
        return new self('The lengths in this score do not fit together: they are finer parts of a quarter note than can be counted.');
    }

    public static function badDivisions(string $part, string $measure, string $value): self
    {
        return new self("{$part}, measure {$measure}: “{$value}” divisions of a quarter note make no sense.");
    }

    public static function badDuration(string $part, string $measure, string $value): self
    {
        return new self("{$part}, measure {$measure}: a note has the impossible duration “{$value}”.");
    }

    public static function badPitch(string $part, string $measure): self
    {
        return new self("{$part}, measure {$measure}: a note has no readable pitch.");
    }

    public static function badMeter(string $part, string $measure, string $value): self
    {
        return new self("{$part}, measure {$measure}: the meter “{$value}” cannot be read.");
    }

    /** @param string $kind with its article: "a MIDI file" */
    public static function isOtherKind(string $kind): self
    {
        return new self("This is {$kind}, not a score that can be read. Export the music as MusicXML and bring that in.");
    }

    public static function unknownEnding(string $ending): self
    {
        $kind = OtherKinds::ofEnding($ending);
        if ($kind !== null) {
            return self::isOtherKind($kind);
        }

        return new self("A score file ends in .musicxml, .xml or .mxl, or in .abc; “{$ending}” is not one of them.");
    }

    public static function cannotBeOpened(): self
    {
        return new self('The file cannot be opened.');
    }
}
