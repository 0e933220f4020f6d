<?php

declare(strict_types=1);

namespace Tests\Support;

/** Two violin parts of one short score, written as {@see Passage} writes one. */
final class TwoParts
{
    public static function musicXml(string $one, string $other): string
    {
        $first = Passage::of('4/4', $one)->musicXml();
        preg_match('~<part id="P1">.*</part>~s', Passage::of('4/4', $other)->musicXml(), $second);

        return str_replace(
            ['</score-part></part-list>', '</score-partwise>'],
            [
                '</score-part><score-part id="P2"><part-name>Violin II</part-name></score-part></part-list>',
                str_replace('"P1"', '"P2"', $second[0] ?? '') . '</score-partwise>',
            ],
            $first,
        );
    }
}
