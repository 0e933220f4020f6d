<?php

declare(strict_types=1);

namespace UprightPencil\Settings;

/**
 * The words measures and lengths are called by. Sentences are made in those of the first case; {@see self::say()} turns them.
 *
 * Source of the names: the two usual sets of note values in English.
 */
enum CountingWords: string implements School
{
    case American = 'measure';
    case British = 'bar';

    /** Lengths whose names are other words too (a whole bow, the upper half) are turned only where a note or a rest is meant. */
    private const BRITISH = [
        '~\bmm\.(?= \d|$)~' => 'bb.', '~\bm\.(?= \d|$)~' => 'b.',
        '~\b([Mm])easure(s?)\b~' => ['M' => 'Bar', 'm' => 'bar'],
        '~\b([Ss])ixteenth(?: note)?(s?)\b~' => ['S' => 'Semiquaver', 's' => 'semiquaver'],
        '~\b([Ee])ighth(?: note)?(s?)\b~' => ['E' => 'Quaver', 'e' => 'quaver'],
        '~\b([Qq])uarter(?: note)?(s?)\b~' => ['Q' => 'Crotchet', 'q' => 'crotchet'],
        '~\b([Hh])alf(?: note(s?)\b|(?= rests?\b))~' => ['H' => 'Minim', 'h' => 'minim'],
        '~\b([Ww])hole(?: note(s?)\b|(?= rests?\b))~' => ['W' => 'Semibreve', 'w' => 'semibreve'],
    ];

    public static function title(): string
    {
        return 'Counting words';
    }

    /**
     * A sentence in these words. What stands in quotation marks is somebody's own and stays.
     *
     * @param string $sentence in the words of the first case
     */
    public function say(string $sentence): string
    {
        if ($this === self::American) {
            return $sentence;
        }
        $pieces = preg_split('~(“[^”]*”|"[^"]*")~u', $sentence, -1, PREG_SPLIT_DELIM_CAPTURE);

        return implode('', array_map(
            static fn (string $piece, int $index): string => $index % 2 === 1 ? $piece : self::turned($piece),
            $pieces === false ? [] : $pieces,
            array_keys($pieces === false ? [] : $pieces),
        ));
    }

    private static function turned(string $words): string
    {
        foreach (self::BRITISH as $pattern => $word) {
            $words = is_string($word)
                ? (string) preg_replace($pattern, $word, $words)
                : (string) preg_replace_callback(
                    $pattern,
                    static fn (array $match): string => ($word[$match[1] ?? ''] ?? '') . ($match[2] ?? ''),
                    $words,
                );
        }

        return $words;
    }

    public function words(): string
    {
        return match ($this) {
            self::American => 'measure, quarter, eighth',
            self::British => 'bar, crotchet, quaver',
        };
    }
}
