<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

use UprightPencil\Music\Instrument;

/** The names of positions: numerals, and in words. */
final class Position
{
    /** By letter steps from the nut. */
    public const NUMERALS = ['½', 'I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];
    /** By frame, from 1: the bass counts the half step between two positions too. Source: the numbering bass methods use. */
    public const OF_THE_BASS = ['½', 'I', 'II', 'II½', 'III', 'III½', 'IV', 'V', 'V½', 'VI'];
    private const WORDS = [
        '½' => 'half position', 'I' => 'first position', 'II' => 'second position', 'III' => 'third position',
        'IV' => 'fourth position', 'V' => 'fifth position', 'VI' => 'sixth position', 'VII' => 'seventh position',
    ];

    /** @return list<string> numerals of an instrument's positions, the lowest first */
    public static function all(Instrument $instrument): array
    {
        return $instrument === Instrument::Bass ? self::OF_THE_BASS : self::NUMERALS;
    }

    /** "third position"; "position II½" for the names that have no word. */
    public static function inWords(string $numeral): string
    {
        return self::WORDS[$numeral] ?? "position {$numeral}";
    }
}
