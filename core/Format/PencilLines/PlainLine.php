<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

use UprightPencil\Marks\MarkKinds;

/** A pencil line in the words of somebody who has a pencil and a printed part. */
final readonly class PlainLine
{
    /**
     * @param string $line as it was written
     * @param string $place where, as a player looks for it: "m. 9", "m. 9, beat 2+"
     * @param string $words what to pencil in
     */
    private function __construct(public string $line, public string $place, public string $words)
    {
    }

    /** @return self the line itself where it cannot be read */
    public static function of(string $line): self
    {
        $parser = new LineParser();
        $parser->parse($line);
        $written = $parser->lines[0] ?? null;
        if ($written === null) {
            return new self($line, '', $line);
        }
        $words = array_map(static fn (WrittenMark $mark): string => self::words($mark), $written->marks);
        $place = preg_match('~^(.+)\.1$~', $written->place, $match) === 1 ? $match[1] : $written->place;

        return new self($line, "m. {$place}", implode(', ', $words));
    }

    private static function words(WrittenMark $mark): string
    {
        $words = array_map(
            static fn (string $words): string => MarkKinds::read($words)?->plainWords() ?? $words,
            $mark->possibilities,
        );

        return implode(' or ', $words) . ($mark->pass === null ? '' : " (time {$mark->pass})");
    }
}
