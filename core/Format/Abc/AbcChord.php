<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use DOMElement;
use UprightPencil\Format\MusicXml\Xml;

/**
 * A chord symbol over a note ("Am", "F#7/C#"): kept for who plays chords, and not drawn in parts.
 *
 * Source: the ABC 2.1 standard (chord symbols); MusicXML's list of kinds of harmony.
 */
final class AbcChord
{
    private const KINDS = [
        '' => 'major', 'm' => 'minor', 'min' => 'minor', '-' => 'minor', 'maj' => 'major', '7' => 'dominant', 'm7' => 'minor-seventh',
        'min7' => 'minor-seventh', 'maj7' => 'major-seventh', '6' => 'major-sixth', 'm6' => 'minor-sixth', 'dim' => 'diminished',
        'o' => 'diminished', 'dim7' => 'diminished-seventh', 'aug' => 'augmented', '+' => 'augmented', 'sus4' => 'suspended-fourth',
        'sus' => 'suspended-fourth', 'sus2' => 'suspended-second', '9' => 'dominant-ninth', '5' => 'power',
    ];
    private const ALTERED = ['#' => 1, '♯' => 1, 'b' => -1, '♭' => -1];

    /** @return string a `harmony` element; empty for words that name no chord */
    public static function toXml(string $symbol): string
    {
        if (preg_match('~^([A-G])([#b♯♭]?)([^/\s]{0,12})(?:/([A-G])([#b♯♭]?))?$~u', trim($symbol), $match) !== 1) {
            return '';
        }
        [, $root, $sign, $suffix] = $match;
        $kind = self::KINDS[$suffix] ?? 'other';
        $text = htmlspecialchars($suffix, ENT_XML1 | ENT_QUOTES);
        $bass = isset($match[4]) ? '<bass>' . self::pitch('bass', $match[4], $match[5] ?? '') . '</bass>' : '';

        return '<harmony print-object="no"><root>' . self::pitch('root', $root, $sign) . '</root>'
            . "<kind text=\"{$text}\">{$kind}</kind>{$bass}</harmony>";
    }

    private static function pitch(string $name, string $letter, string $sign): string
    {
        $alter = $sign === '' ? '' : "<{$name}-alter>" . self::ALTERED[$sign] . "</{$name}-alter>";

        return "<{$name}-step>{$letter}</{$name}-step>{$alter}";
    }

    /** @return string the symbol between quotation marks; empty where the element names no chord */
    public static function fromXml(DOMElement $harmony): string
    {
        $root = Xml::child($harmony, 'root');
        $kind = Xml::child($harmony, 'kind');
        if ($root === null || $kind === null) {
            return '';
        }
        $text = $kind->hasAttribute('text')
            ? $kind->getAttribute('text')
            : (string) array_search(trim($kind->textContent), self::KINDS, true);
        $bass = Xml::child($harmony, 'bass');

        return '"' . self::letters('root', $root) . str_replace('"', '', $text)
            . ($bass === null ? '' : '/' . self::letters('bass', $bass)) . '"';
    }

    private static function letters(string $name, DOMElement $pitch): string
    {
        $alter = (int) (Xml::text($pitch, "{$name}-alter") ?? '0');

        return (Xml::text($pitch, "{$name}-step") ?? '') . match (true) {
            $alter > 0 => '#',
            $alter < 0 => 'b',
            default => '',
        };
    }
}
