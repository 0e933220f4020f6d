<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

/**
 * A key with its clef, as the field K: says it.
 *
 * Source: the ABC 2.1 standard, "K: - key": a tonic, a mode (its first three letters count), accidentals of its own, a clef.
 */
final readonly class AbcKey
{
    private const TONICS = ['F' => -1, 'C' => 0, 'G' => 1, 'D' => 2, 'A' => 3, 'E' => 4, 'B' => 5];
    /** How many fifths below major a mode lies. */
    private const MODES = [
        '' => 0, 'maj' => 0, 'ion' => 0, 'mix' => -1, 'dor' => -2, 'm' => -3, 'min' => -3, 'aeo' => -3, 'phr' => -4, 'loc' => -5,
        'lyd' => 1,
    ];
    /** Sign, line and octaves by which it is played otherwise than written. */
    private const CLEFS = [
        'treble' => ['G', 2], 'alto' => ['C', 3], 'tenor' => ['C', 4], 'bass' => ['F', 4], 'perc' => ['percussion', 2],
    ];
    private const ACCIDENTALS = ['^^' => 2, '__' => -2, '^' => 1, '_' => -1, '=' => 0];
    private const SHARPS = 'FCGDAEB';

    /**
     * @param int $fifths sharps (more than 0) or flats (less)
     * @param array<string, int> $own alterations by letter that the key adds or takes
     * @param array{string, int}|null $clef sign and line; null where none is said
     * @param int|null $octave octaves by which notes sound higher than they are typed; null where none is said
     */
    private function __construct(public int $fifths, public array $own, public ?array $clef, public ?int $octave)
    {
    }

    public static function none(): self
    {
        return new self(0, [], null, null);
    }

    /** @return self|string the key, or what is wrong with it: a sentence without its full stop */
    public static function read(string $field): self|string
    {
        $words = preg_split('~\s+~', trim($field)) ?: [];
        [$clef, $octave, $rest] = self::clefOf($words);
        if (is_string($clef)) {
            return $clef;
        }
        $text = implode(' ', $rest);
        if ($text === '' || preg_match('~^none\b~i', $text) === 1) {
            return new self(0, [], $clef, $octave);
        }
        if (preg_match('~^H[Pp]\b~', $text) === 1) {
            return 'a bagpipe’s key is not for strings; write K:D or K:Amix';
        }
        if (preg_match('~^([A-G])([#b]?)\s*([A-Za-z]*)((?:\s*(?:\^\^|__|[\^_=])[a-gA-G])*)\s*(?:exp)?$~', $text, $match) !== 1) {
            return "“{$text}” is no key; expected one such as G, Dm, Bb, F#m, Ador or none";
        }
        $mode = strtolower(substr($match[3], 0, 3));
        $mode = $mode === 'exp' ? '' : $mode;
        if (!isset(self::MODES[$mode])) {
            return "“{$match[3]}” is no mode; expected major, minor, dor, mix, phr, lyd or loc";
        }
        $fifths = self::TONICS[$match[1]] + ['' => 0, '#' => 7, 'b' => -7][$match[2]] + self::MODES[$mode];
        if (abs($fifths) > 7) {
            return "{$match[1]}{$match[2]} {$match[3]} would have " . abs($fifths) . ' signs; there are seven at most';
        }
        $own = [];
        preg_match_all('~(\^\^|__|[\^_=])([a-gA-G])~', $match[4], $signs, PREG_SET_ORDER);
        foreach ($signs as [, $sign, $letter]) {
            $own[strtoupper($letter)] = self::ACCIDENTALS[$sign];
        }

        return new self($fifths, $own, $clef, $octave);
    }

    /** What the key does to a letter, in semitones. */
    public function alters(string $letter): int
    {
        if (isset($this->own[$letter])) {
            return $this->own[$letter];
        }
        $place = (int) strpos(self::SHARPS, $letter);

        return match (true) {
            $this->fifths > 0 => $place < $this->fifths ? 1 : 0,
            $this->fifths < 0 => 6 - $place < -$this->fifths ? -1 : 0,
            default => 0,
        };
    }

    /**
     * @param list<string> $words
     * @return array{array{string, int}|string|null, int|null, list<string>} the clef or what is wrong with it, the octave, the other words
     */
    private static function clefOf(array $words): array
    {
        $clef = $octave = null;
        $rest = [];
        foreach ($words as $index => $word) {
            if (preg_match('~^octave=(-?\d)$~', $word, $match) === 1) {
                $octave = ($octave ?? 0) + (int) $match[1];
                continue;
            }
            $isNamed = preg_match('~^clef="?([^"]*)"?$~', $word, $match) === 1;
            $name = $isNamed ? $match[1] : $word;
            if (preg_match('~^(treble|alto|tenor|bass|perc)([+-]8)?$~', $name, $match) === 1) {
                $clef = self::CLEFS[$match[1]];
                $octave = isset($match[2]) ? ($octave ?? 0) + ($match[2] === '+8' ? 1 : -1) : $octave;
            } elseif ($isNamed) {
                return ["“{$name}” is no clef here; expected treble, alto, tenor, bass or perc", null, []];
            } elseif ($index > 0 && preg_match('~^(?:transpose|middle|m|t|stafflines|staffscale|style|score|shift)=~', $word) === 1) {
                continue;
            } else {
                $rest[] = $word;
            }
        }

        return [$clef, $octave, $rest];
    }
}
