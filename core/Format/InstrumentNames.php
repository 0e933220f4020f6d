<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Music\Instrument;

/**
 * Tells the instrument of a part from its name, abbreviation, instrument sound and clef, in that order.
 *
 * Names as printed in English, German, French, Italian, Spanish, Dutch and Swedish editions.
 */
final class InstrumentNames
{
    /** Other instruments whose names contain a string instrument's. */
    private const NOT_STRINGS = '~guitar|gitarre|guitare|clarinet|klarinette|drum|trommel|trombone|posaune|tuba|sax'
        . '|flute|fl[öo]te|recorder|voice|vocal|choir|chor\b|singer|horn|oboe|bassoon|fagott|trumpet|synth|piano|gamba'
        . '|tenor|soprano|bass voice|alto voice|percussion~u';

    /** Words by which parts of string orchestras are called in several languages. */
    private const NAMES = [
        // Cello before violin and bass: "violoncello" holds "violon", and older names call it bass violin.
        [Instrument::Cello, '~cell[oi]|violoncel|violonchel|^vc\b|^vlc\b|^vcl\b|^vcs\b~u'],
        [Instrument::Bass, '~double ?bass|contra ?b|kontrab|contrebass|^basso?(es)?\b|^bass?[ei]?s?\b|string bass'
            . '|bass fiddle|^cb\b|^kb\b|^d\.? ?b\b|^db\b|^str\.? ?b|^bs\b|^b\.?$~u'],
        [Instrument::Viola, '~viol(a|as|e)\b(?! d)|bratsche|altvio|^alto?s?\b|^vla\b|^va\b|^vle\b|^br\b|^altf~u'],
        [Instrument::Violin, '~viol[ií]n|viol[oó]n(?!c)|geige|viool|fiol|^vlns?\b|^vns?\b|^vl\b|^v\.? ?(i+|\d)\b|fiddle~u'],
    ];

    /** Source: the sound ids of MusicXML 4.0. */
    private const SOUNDS = [
        'strings.violin' => Instrument::Violin,
        'strings.viola' => Instrument::Viola,
        'strings.cello' => Instrument::Cello,
        'strings.contrabass' => Instrument::Bass,
    ];

    /**
     * @param string $clef sign, line and octave change of the part's first clef ("G2", "C3", "F4", "F4-8")
     */
    public static function recognise(string $name, string $abbreviation, string $sound, string $clef): Instrument
    {
        $named = self::byName($name) ?? self::byName($abbreviation);
        if ($named !== null) {
            return $named;
        }
        if (isset(self::SOUNDS[$sound])) {
            return self::SOUNDS[$sound];
        }
        if ($sound !== '' && !str_starts_with($sound, 'strings.')) {
            return Instrument::Other;
        }

        return match ($clef) {
            'G2' => Instrument::Violin,
            'C3' => Instrument::Viola,
            'F4', 'C4' => Instrument::Cello,
            'F4-8' => Instrument::Bass,
            default => Instrument::Other,
        };
    }

    private static function byName(string $name): ?Instrument
    {
        $name = mb_strtolower(trim((string) preg_replace('~\s+~u', ' ', $name)));
        if ($name === '') {
            return null;
        }
        if (preg_match(self::NOT_STRINGS, $name) === 1) {
            return Instrument::Other;
        }
        foreach (self::NAMES as [$instrument, $pattern]) {
            if (preg_match($pattern, self::withoutAside($name)) === 1) {
                return $instrument;
            }
        }

        return null;
    }

    /** "Violin III (viola part)" is a violin: what stands in brackets is an aside, as long as something is left. */
    private static function withoutAside(string $name): string
    {
        $plain = trim((string) preg_replace('~[(\[].*?[)\]]~u', '', $name));

        return $plain === '' ? $name : $plain;
    }
}
