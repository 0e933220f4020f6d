<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Format\MusicXml\PartLabel;
use UprightPencil\Music\Instrument;

/**
 * Tells the instrument of a part from its name, abbreviation, the instrument's name, its group, MIDI program and sound, in that
 * order; from its clef only where nothing names it and it has one staff.
 *
 * Names as printed in English, German, French, Italian, Spanish, Dutch and Swedish editions.
 */
final class InstrumentNames
{
    /** Other instruments whose names contain a string instrument's. */
    private const NOT_STRINGS = '~guitar|gitarre|guitare|clarinet|klarinette|drum|trommel|trombone|posaune|tuba|sax'
        . '|flute|fl[öo]te|recorder|voice|vocal|choir|chor\b|singer|horn|oboe|bassoon|fagott|trumpet|synth|piano|gamba'
        . '|tenor|soprano|bass voice|alto voice|percussion|harp|harfe|timpani|pauke|organ|orgel|orgue|keyboard|klavier|clavi|cembalo'
        . '|celesta|marimba|xylo|vibra|glocken|bells|euphonium|cornet|piccolo|banjo|ukulele|accordion|akkordeon~u';

    /** Names of strings that singers have too. */
    private const VOICES = '~^(alt[oi]?|bass[oie]?s?|b|a)\W*[ivx\d]*$~u';

    /** Names that say nothing. */
    private const GENERAL = '~^(part|staff|stave|instrument|music|melody|tune|line|track|voice|strings?|solo)?\s*[ivx\d.#-]*$~u';

    /** Source: General MIDI, level 1, counted from 1. */
    private const PROGRAMS = [41 => Instrument::Violin, 42 => Instrument::Viola, 43 => Instrument::Cello, 44 => Instrument::Bass];
    /** Of General MIDI: tremolo, plucked and ensemble strings, which name no instrument. */
    private const ANY_STRINGS = [45, 46, 49, 50, 51, 52];

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
    public static function recognise(PartLabel $label, string $clef, int $staves = 1): Instrument
    {
        $sound = $label->sound;
        $isVoice = str_starts_with($sound, 'voice.') || ($label->program !== null && in_array($label->program, [53, 54, 55], true));
        foreach ([$label->name, $label->abbreviation, $label->instrument, $label->group] as $name) {
            $named = self::byName($name);
            // "Alto" and "Bass" are voices as well.
            if ($named !== null) {
                return $isVoice && preg_match(self::VOICES, mb_strtolower(trim($name))) === 1 ? Instrument::Other : $named;
            }
        }
        if ($label->program !== null && isset(self::PROGRAMS[$label->program])) {
            return self::PROGRAMS[$label->program];
        }
        if (isset(self::SOUNDS[$sound])) {
            return self::SOUNDS[$sound];
        }
        if ($sound !== '' && !str_starts_with($sound, 'strings.')) {
            return Instrument::Other;
        }
        $isElse = $label->program !== null && $label->program > 1 && !in_array($label->program, self::ANY_STRINGS, true);
        $isGeneral = preg_match(self::GENERAL, mb_strtolower(trim($label->name))) === 1;
        if ($isElse || !$isGeneral || $staves > 1) {
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
