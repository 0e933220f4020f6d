<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

use UprightPencil\Marks\MarkKinds;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\PlaceWords;

/** A pencil line in the words of somebody who has a pencil and a printed part. */
final readonly class PlainLine
{
    /**
     * @param string $line as it was written
     * @param string $place where, as a player looks for it: "m. 9", "m. 9, the and of 2"
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
        return new self($line, self::place($written->place), implode(', ', $words));
    }

    /** "9.2+" as it is said: "m. 9, the and of 2". */
    private static function place(string $place): string
    {
        if (preg_match('~^([^.]+)(?:\.(\d+)(\+|(?:\.\d+)?|/\d+))?$~', $place, $match) !== 1) {
            return "m. {$place}";
        }
        $measure = $match[1] === '0' ? 'the pickup' : "m. {$match[1]}";
        $beat = ($match[2] ?? '1') . ($match[3] ?? '');
        if ($beat === '1') {
            return $measure;
        }
        $words = PlaceWords::beat(match (true) {
            str_ends_with($beat, '+') => Fraction::of(2 * (int) $beat + 1, 2),
            str_contains($beat, '/') => Fraction::of((int) $beat, max(1, (int) substr((string) strrchr($beat, '/'), 1))),
            default => Fraction::of((int) round((float) $beat * 1000), 1000),
        });

        return match (true) {
            $measure === 'the pickup' => "{$words} of the pickup",
            str_starts_with($words, 'beat') => "{$measure} {$words}",
            default => "{$measure}, {$words}",
        };
    }

    private static function words(WrittenMark $mark): string
    {
        $words = array_map(
            static fn (string $words): string => MarkKinds::read($words)?->plainWords() ?? $words,
            $mark->possibilities,
        );

        $time = ['', 'first', 'second', 'third', 'fourth'][$mark->pass ?? 0] ?? "{$mark->pass}th";

        return implode(' or ', $words) . ($mark->pass === null ? '' : ", {$time} time");
    }
}
