<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

/**
 * What the signs of a typed tune mean.
 *
 * Source: the ABC 2.1 standard, "Decorations"; a group and what MusicXML calls it.
 */
final class AbcSigns
{
    public const LETTERS = [
        '~' => 'roll', 'H' => 'fermata', 'L' => 'accent', 'M' => 'lowermordent', 'O' => 'coda', 'P' => 'uppermordent', 'S' => 'segno',
        'T' => 'trill', 'u' => 'upbow', 'v' => 'downbow', '.' => 'staccato',
    ];

    public const ARTICULATIONS = [
        'staccato' => 'staccato', 'accent' => 'accent', '>' => 'accent', 'emphasis' => 'accent', 'tenuto' => 'tenuto',
        'breath' => 'breath-mark',
        'wedge' => 'staccatissimo', 'marcato' => 'strong-accent', '^' => 'strong-accent', 'spiccato' => 'spiccato',
        'shortphrase' => 'caesura',
    ];
    public const TECHNICAL = [
        'upbow' => 'up-bow', 'downbow' => 'down-bow', 'open' => 'open-string', 'thumb' => 'thumb-position',
        'snap' => 'snap-pizzicato', '+' => 'stopped',
    ];
    public const ORNAMENTS = [
        'trill' => 'trill-mark', 'roll' => 'turn', 'turn' => 'turn', 'lowermordent' => 'mordent', 'mordent' => 'mordent',
        'uppermordent' => 'inverted-mordent', 'pralltriller' => 'inverted-mordent', 'invertedturn' => 'inverted-turn',
    ];
    public const DYNAMICS = ['pppp', 'ppp', 'pp', 'p', 'mp', 'mf', 'f', 'ff', 'fff', 'ffff', 'sfz', 'fp', 'sf'];
    public const WEDGES = [
        'crescendo(' => 'crescendo', '<(' => 'crescendo', 'diminuendo(' => 'diminuendo', '>(' => 'diminuendo',
        'crescendo)' => 'stop', '<)' => 'stop', 'diminuendo)' => 'stop', '>)' => 'stop',
    ];
    /** Words over the staff, and what they make the player do. */
    public const JUMPS = [
        'segno' => ['segno', ''], 'coda' => ['coda', ''], 'D.S.' => ['D.S.', 'dalsegno'], 'D.C.' => ['D.C.', 'dacapo'],
        'fine' => ['Fine', 'fine'],
        'dacoda' => ['To Coda', 'tocoda'], 'D.S.alcoda' => ['D.S. al Coda', 'dalsegno'], 'D.S.alfine' => ['D.S. al Fine', 'dalsegno'],
        'D.C.alcoda' => ['D.C. al Coda', 'dacapo'], 'D.C.alfine' => ['D.C. al Fine', 'dacapo'],
    ];
    public const WORDS = ['pizz' => 'pizz.', 'arco' => 'arco'];
    /** Read and left aside: they say nothing to a string player. */
    private const ASIDE = [
        'arpeggio', 'invertedfermata', 'slide', 'editorial', 'courtesy', 'trill(', 'trill)', 'mediumphrase', 'longphrase', 'turnx',
        'invertedturnx', '/', '//', '///',
    ];

    public static function isKnown(string $name): bool
    {
        return $name === 'fermata' || preg_match('~^[0-5]$~', $name) === 1
            || isset(self::ARTICULATIONS[$name]) || isset(self::TECHNICAL[$name])
            || isset(self::ORNAMENTS[$name]) || isset(self::WEDGES[$name]) || isset(self::JUMPS[$name]) || isset(self::WORDS[$name])
            || in_array($name, self::DYNAMICS, true) || in_array($name, self::ASIDE, true);
    }
}
