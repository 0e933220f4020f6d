<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use DOMElement;
use UprightPencil\Format\MusicXml\DirectionReader;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Music\Fraction;

/**
 * Writes a score as ABC: what is marked in it goes out as ABC's own signs, so that reading it back gives the same strokes and fingers.
 *
 * Source: the ABC 2.1 standard. Lyrics, and what is drawn without being played, stay behind.
 */
final class AbcWriter
{
    /** Modes are not told apart: a key is written by its signs, as a major one. */
    private const MAJOR = [
        -7 => 'Cb', -6 => 'Gb', -5 => 'Db', -4 => 'Ab', -3 => 'Eb', -2 => 'Bb', -1 => 'F', 0 => 'C', 1 => 'G', 2 => 'D', 3 => 'A', 4 => 'E',
        5 => 'B', 6 => 'F#', 7 => 'C#',
    ];
    private const ALTERED = [-2 => '__', -1 => '_', 0 => '=', 1 => '^', 2 => '^^'];
    private const CLEFS = ['percussion' => 'perc', 'G2' => 'treble', 'C3' => 'alto', 'C4' => 'tenor', 'F4' => 'bass'];
    private const ON_A_LINE = 4;

    private int $divisions = 1;
    private string $openWedge = '';
    private AbcKey $key;
    private Fraction $measureLength;
    /** @var array<string, int> what letters are in this measure, by letter and octave */
    private array $altered = [];
    /** @var array<string, array<string, string>> what a slur's number was opened with, by voice */
    private array $slurs = [];
    /** @var array<string, Fraction> how far each voice has come in its measure */
    private array $reached = [];

    /** @param Document $document as it is marked */
    public function write(Document $document): string
    {
        $root = $document->root;
        $work = Xml::child($root, 'work');
        $title = $work === null ? '' : self::text($work, 'work-title');
        $title = $title === '' ? self::text($root, 'movement-title') : $title;
        $lines = ['X:1', 'T:' . ($title === '' ? 'Untitled' : $title)];
        $names = [];
        foreach ($root->getElementsByTagName('score-part') as $part) {
            $names[$part->getAttribute('id')] = trim(self::text($part, 'part-name'));
        }
        $parts = iterator_to_array($document->parts(), false);
        $head = $body = [];
        foreach ($parts as $number => $part) {
            [$fields, $voices] = $this->part($part);
            $head = $head === [] ? $fields : $head;
            foreach ($voices as $order => $measures) {
                $id = count($parts) === 1 && count($voices) === 1 ? '' : ($number + 1) . ($order === 0 ? '' : chr(97 + $order));
                $name = $names[$part->getAttribute('id')] ?? '';
                if ($id !== '' || $name !== '') {
                    $body[] = 'V:' . ($id === '' ? '1' : $id) . ' name="' . str_replace('"', '', $name) . '" clef=' . $fields['clef'];
                }
                // What is another key or meter than the first part's is said by the voice itself.
                $start = $fields['K'] === $head['K'] ? '' : "[K:{$fields['K']}]";
                $start .= $fields['M'] === $head['M'] ? '' : "[M:{$fields['M']}]";
                foreach (array_chunk($measures, self::ON_A_LINE) as $at => $some) {
                    $body[] = ($at === 0 ? $start : '') . str_replace('| |:', '|:', implode(' ', $some));
                }
            }
        }
        $composer = '';
        foreach ($root->getElementsByTagName('creator') as $creator) {
            $composer = $composer === '' && $creator->getAttribute('type') === 'composer' ? trim($creator->textContent) : $composer;
        }
        $kept = [];
        foreach ($root->getElementsByTagName('miscellaneous-field') as $field) {
            if ($field->getAttribute('name') === 'abc') {
                $kept[] = (string) preg_replace('~\s+~', ' ', trim($field->textContent));
            }
        }
        $lines = [...$lines, ...($composer === '' ? [] : ["C:{$composer}"]), ...$kept, 'M:' . ($head['M'] ?? '4/4'), 'L:1/8'];
        $lines = [...$lines, ...(($head['Q'] ?? '') === '' ? [] : ["Q:{$head['Q']}"])];
        $lines = [...$lines, ...(($head['first'] ?? '') === '' ? [] : ["%%setbarnb {$head['first']}"])];

        return implode("\n", [...$lines, 'K:' . ($head['K'] ?? 'C'), ...$body]) . "\n";
    }

    /** @return array{array{K: string, M: string, Q: string, clef: string, first: string}, list<list<string>>} fields, and measures by voice */
    private function part(DOMElement $part): array
    {
        $fields = ['K' => 'C', 'M' => '4/4', 'Q' => '', 'clef' => 'treble', 'first' => ''];
        $this->key = AbcKey::none();
        $this->measureLength = Fraction::of(4);
        $this->slurs = [];
        $names = [];
        foreach ($part->getElementsByTagName('note') as $note) {
            $names[self::voiceOf($note)] = true;
        }
        $names = array_map(strval(...), array_keys($names)) ?: ['1'];
        $voices = array_fill(0, count($names), []);
        $number = 0;
        foreach (Xml::children($part) as $measure) {
            if ($measure->nodeName !== 'measure') {
                continue;
            }
            if ($number === 0) {
                $first = $measure->getAttribute('number');
                $fields['first'] = ctype_digit($first) && (int) $first > 1 ? $first : '';
            }
            foreach ($this->measure($measure, $names, $number === 0, $fields) as $order => $text) {
                $voices[$order][] = $text;
            }
            $number++;
        }

        return [$fields, $voices];
    }

    /**
     * @param non-empty-list<string> $names of the voices
     * @param array{K: string, M: string, Q: string, clef: string, first: string} $fields those of the first measure are the tune's
     * @return list<string> the measure in every voice
     */
    private function measure(DOMElement $measure, array $names, bool $isFirst, array &$fields): array
    {
        $this->altered = [];
        $texts = array_fill_keys($names, '');
        $this->reached = array_fill_keys($names, Fraction::zero());
        $pending = '';
        [$before, $after] = ['', '|'];
        $at = Fraction::zero();
        $grace = '';
        $children = iterator_to_array(Xml::children($measure), false);
        foreach ($children as $index => $element) {
            switch ($element->nodeName) {
                case 'attributes':
                    $said = $this->attributes($element, $isFirst, $fields);
                    foreach ($names as $name) {
                        $texts[$name] .= $said;
                    }
                    break;
                case 'harmony':
                    $pending .= AbcChord::fromXml($element);
                    break;
                case 'direction':
                    $pending .= $this->direction($element, $isFirst, $fields);
                    break;
                case 'barline':
                    [$left, $right] = self::barline($element);
                    $before .= $left;
                    $after = $right ?? $after;
                    break;
                case 'backup':
                    $at = $at->minus($this->quarters($element));
                    break;
                case 'forward':
                    $at = $at->plus($this->quarters($element));
                    break;
                case 'note':
                    $voice = self::voiceOf($element);
                    if (Xml::child($element, 'chord') !== null) {
                        break;
                    }
                    if (Xml::child($element, 'grace') !== null) {
                        $grace .= $this->pitch($element) . self::length(Fraction::of(1, 2));
                        // The stroke that begins with it goes on to the note it leads to, and so does its sign.
                        $slurs = $this->slurs;
                        [, , $signs] = $this->notations($element, $voice);
                        $this->slurs = $slurs;
                        $pending .= implode('', array_intersect(mb_str_split($signs), ['u', 'v']))
                            . (str_contains($signs, '^slide') ? '"^slide"' : '');
                        break;
                    }
                    $gap = $at->minus($this->reached[$voice]);
                    $texts[$voice] .= $gap->isPositive() ? 'x' . self::length($gap) . ' ' : '';
                    $texts[$voice] .= $pending . ($grace === '' ? '' : '{' . $grace . '}')
                        . $this->note($element, self::chordOf($children, $index), $voice);
                    [$pending, $grace] = ['', ''];
                    $at = $at->plus($this->quarters($element));
                    $this->reached[$voice] = $at;
                    break;
            }
        }

        return array_map(fn (string $name): string => $before . (trim($texts[$name]) === ''
            ? 'x' . self::length($this->measureLength) : trim($texts[$name])) . ' ' . $after, $names);
    }

    /**
     * @param list<DOMElement> $children
     * @return list<DOMElement> the noteheads that sound with one
     */
    private static function chordOf(array $children, int $index): array
    {
        $chord = [];
        while (($next = $children[++$index] ?? null) !== null) {
            if ($next->nodeName === 'note' && Xml::child($next, 'chord') !== null) {
                $chord[] = $next;
            } elseif ($next->nodeName !== 'direction') {
                // Words may stand between the notes of a chord.
                break;
            }
        }

        return $chord;
    }

    /** @param array{K: string, M: string, Q: string, clef: string, first: string} $fields */
    private function attributes(DOMElement $attributes, bool $isFirst, array &$fields): string
    {
        $said = '';
        $divisions = (int) self::text($attributes, 'divisions');
        $this->divisions = $divisions > 0 ? $divisions : $this->divisions;
        $key = Xml::child($attributes, 'key');
        if ($key !== null) {
            $name = self::MAJOR[(int) self::text($key, 'fifths')] ?? 'C';
            $read = AbcKey::read($name);
            $this->key = $read instanceof AbcKey ? $read : AbcKey::none();
            $said .= "[K:{$name}]";
            $fields['K'] = $isFirst ? $name : $fields['K'];
        }
        $time = Xml::child($attributes, 'time');
        if ($time !== null) {
            $beats = self::text($time, 'beats');
            $name = $beats === '' ? 'none' : "{$beats}/" . self::text($time, 'beat-type');
            $meter = AbcMeter::read($name);
            $this->measureLength = ($meter instanceof AbcMeter ? $meter->length : null)?->times(4) ?? Fraction::of(4);
            $said .= "[M:{$name}]";
            $fields['M'] = $isFirst ? $name : $fields['M'];
        }
        $clef = Xml::child($attributes, 'clef');
        if ($clef !== null) {
            $name = self::CLEFS[self::text($clef, 'sign') . self::text($clef, 'line')] ?? 'treble';
            $said .= $isFirst ? '' : "[K:clef={$name}]";
            $fields['clef'] = $isFirst ? $name : $fields['clef'];
        }

        return $isFirst ? '' : $said;
    }

    /** @param array{K: string, M: string, Q: string, clef: string, first: string} $fields */
    private function direction(DOMElement $direction, bool $isFirst, array &$fields): string
    {
        $said = '';
        $isBelow = $direction->getAttribute('placement') === 'below';
        $sound = Xml::child($direction, 'sound');
        foreach ($direction->getElementsByTagName('direction-type') as $type) {
            foreach (Xml::children($type) as $what) {
                $text = (string) preg_replace('~\s+~u', ' ', trim($what->textContent . DirectionReader::signAfter($what)));
                $said .= match ($what->nodeName) {
                    'dynamics' => self::dynamics($what),
                    'wedge' => match ($what->getAttribute('type')) {
                        'crescendo' => $this->wedge('<('),
                        'diminuendo' => $this->wedge('>('),
                        default => $this->wedge(')'),
                    },
                    'segno', 'coda' => "!{$what->nodeName}!",
                    'words' => $this->words($text, $isBelow),
                    default => '',
                };
            }
        }
        $perMinute = $sound?->getAttribute('tempo') ?? '';
        if ($perMinute !== '' && is_numeric($perMinute)) {
            $value = '1/4=' . rtrim(rtrim(sprintf('%.2f', (float) $perMinute), '0'), '.');
            if ($isFirst && $fields['Q'] === '') {
                $fields['Q'] = $value;
            } else {
                $said .= "[Q:{$value}]";
            }
        }

        return $said;
    }

    private static function dynamics(DOMElement $dynamics): string
    {
        $said = '';
        foreach (Xml::children($dynamics) as $sign) {
            $said .= in_array($sign->nodeName, AbcSigns::DYNAMICS, true) ? "!{$sign->nodeName}!" : '';
        }

        return $said;
    }

    private function wedge(string $sign): string
    {
        if ($sign !== ')') {
            $this->openWedge = $sign[0];

            return "!{$sign}!";
        }

        return $this->openWedge === '' ? '' : "!{$this->openWedge})!";
    }

    private function words(string $text, bool $isBelow): string
    {
        foreach (AbcSigns::JUMPS as $sign => [$words]) {
            if ($words === $text) {
                return "!{$sign}!";
            }
        }
        $plucked = array_search(strtolower($text), AbcSigns::WORDS, true);
        if ($plucked !== false) {
            return "!{$plucked}!";
        }
        $text = str_replace('"', '', $text);

        return $text === '' ? '' : '"' . ($isBelow ? '_' : '^') . $text . '"';
    }

    /** @return array{string, string|null} what stands before the measure, and the bar after it */
    private static function barline(DOMElement $barline): array
    {
        $repeat = Xml::child($barline, 'repeat')?->getAttribute('direction') ?? '';
        $ending = Xml::child($barline, 'ending');
        $isStart = $ending !== null && $ending->getAttribute('type') === 'start';
        $number = $isStart ? '[' . str_replace(' ', '', $ending->getAttribute('number')) . ' ' : '';
        if ($barline->getAttribute('location') === 'left') {
            return [($repeat === 'forward' ? '|: ' : '') . $number, null];
        }
        $style = self::text($barline, 'bar-style');

        return ['', match (true) {
            $repeat === 'backward' => ':|',
            $style === 'light-light' => '||',
            $style === 'light-heavy' => '|]',
            default => '|',
        }];
    }

    /** @param list<DOMElement> $chord */
    private function note(DOMElement $note, array $chord, string $voice): string
    {
        $modified = Xml::child($note, 'time-modification');
        $actual = $modified === null ? 1 : max(1, (int) self::text($modified, 'actual-notes'));
        $normal = $modified === null ? 1 : max(1, (int) self::text($modified, 'normal-notes'));
        $length = self::length($this->quarters($note)->times(Fraction::of($actual, $normal)));
        // Every note of a tuplet says it for itself: that needs no count of what belongs together.
        $tuplet = $actual === $normal ? '' : "({$actual}:{$normal}:1";
        if (Xml::child($note, 'rest') !== null) {
            $isHidden = $note->getAttribute('print-object') === 'no';

            return "{$tuplet}" . ($isHidden ? 'x' : 'z') . "{$length} ";
        }
        [$opens, $closes, $signs] = $this->notations($note, $voice);
        foreach ($chord as $upper) {
            // A slur of one of its notes is a slur of the chord.
            [$opensThere, $closesThere] = $this->notations($upper, $voice);
            [$opens, $closes] = [$opens . $opensThere, $closes . $closesThere];
            // Its fingers would be read as those of the lowest note: they are words.
            foreach ($upper->getElementsByTagName('fingering') as $fingering) {
                $text = strtr(trim($fingering->textContent), ['"' => '', '–' => 'slide ']);
                $signs .= "\"^{$text}\"";
            }
        }
        $signs .= self::standing($note, ...$chord);
        $pitches = array_map($this->pitch(...), [$note, ...$chord]);
        $isTied = false;
        foreach (Xml::children($note) as $child) {
            $isTied = $isTied || ($child->nodeName === 'tie' && $child->getAttribute('type') === 'start');
        }
        $head = count($pitches) > 1 ? '[' . implode('', $pitches) . ']' : $pitches[0];
        $isBeamed = in_array(self::text($note, 'beam'), ['begin', 'continue'], true);

        return $tuplet . $opens . $signs . $head . $length . ($isTied ? '-' : '') . $closes . ($isBeamed ? '' : ' ');
    }

    /** @return array{string, string, string} slurs that begin, slurs that end, signs */
    private function notations(DOMElement $note, string $voice): array
    {
        $opens = $closes = $signs = '';
        foreach ($note->getElementsByTagName('slur') as $slur) {
            $number = $slur->getAttribute('number') ?: '1';
            if ($slur->getAttribute('type') === 'stop') {
                $closes .= isset($this->slurs[$voice][$number]) ? ')' : '';
                unset($this->slurs[$voice][$number]);
            } elseif ($slur->getAttribute('type') === 'start') {
                $this->slurs[$voice][$number] = $slur->getAttribute('line-type');
                $opens .= $slur->getAttribute('line-type') === 'dotted' ? '.(' : '(';
            }
        }
        foreach ($note->getElementsByTagName('technical') as $technical) {
            foreach (Xml::children($technical) as $sign) {
                $signs .= match ($sign->nodeName) {
                    'up-bow' => 'u',
                    'down-bow' => 'v',
                    'open-string' => '!0!',
                    'thumb-position' => '!thumb!',
                    'fingering' => $this->finger(trim($sign->textContent)),
                    'string' => '"_' . trim($sign->textContent) . '"',
                    default => '',
                };
            }
        }
        $names = array_flip(AbcSigns::ARTICULATIONS);
        foreach ($note->getElementsByTagName('articulations') as $articulations) {
            foreach (Xml::children($articulations) as $sign) {
                $name = $names[$sign->nodeName] ?? null;
                $signs .= match (true) {
                    $sign->nodeName === 'staccato' => '.',
                    $sign->nodeName === 'accent' => 'L',
                    $name !== null => "!{$name}!",
                    default => '',
                };
            }
        }
        foreach ($note->getElementsByTagName('ornaments') as $ornaments) {
            foreach (Xml::children($ornaments) as $sign) {
                $signs .= match ($sign->nodeName) {
                    'trill-mark' => 'T',
                    'turn' => '!turn!',
                    'mordent' => 'M',
                    'inverted-mordent' => 'P',
                    default => '',
                };
            }
        }

        return [$opens, $closes, $signs . ($note->getElementsByTagName('fermata')->length > 0 ? 'H' : '')];
    }

    /** What ABC has no sign for is said in words: a note to leave out, one that rings on. */
    private static function standing(DOMElement ...$notes): string
    {
        $said = '';
        foreach ($notes as $note) {
            $said .= Xml::child($note, 'type')?->getAttribute('size') === 'cue' ? '"^leave out"' : '';
            foreach ($note->getElementsByTagName('tied') as $tied) {
                $said .= $tied->getAttribute('type') === 'let-ring' ? '"^let ring"' : '';
            }
        }

        return $said;
    }

    /** A digit is a sign, and what says more of it are words beside it; a choice of two is words alone. */
    private function finger(string $text): string
    {
        if (preg_match('~^(\D*)([0-5])$~', $text, $match) !== 1) {
            return $text === '' ? '' : '"^' . str_replace('"', '', $text) . '"';
        }
        $words = trim(str_replace(['"', '–'], '', $match[1]));
        $slide = str_starts_with($text, '–') ? '"^slide"' : '';

        return $slide . ($words === '' ? '' : "\"^{$words}\"") . "!{$match[2]}!";
    }

    private function pitch(DOMElement $note): string
    {
        $pitch = Xml::child($note, 'pitch');
        if ($pitch === null) {
            return 'B';
        }
        [$step, $octave] = [self::text($pitch, 'step'), (int) self::text($pitch, 'octave')];
        $alter = (int) round((float) self::text($pitch, 'alter'));
        $sign = '';
        $isReminded = Xml::child($note, 'accidental')?->getAttribute('parentheses') === 'yes';
        if ($isReminded || ($this->altered[$step] ?? $this->key->alters($step)) !== $alter) {
            $sign = self::ALTERED[$alter] ?? '=';
            $this->altered[$step] = $alter;
        }

        return $sign . ($octave >= 5 ? strtolower($step) . str_repeat("'", $octave - 5) : $step . str_repeat(',', 4 - $octave));
    }

    /** Quarter notes of an element. */
    private function quarters(DOMElement $element): Fraction
    {
        return Fraction::of((int) self::text($element, 'duration'), $this->divisions);
    }

    /** A length in eighths, as it stands after a note. */
    private static function length(Fraction $quarters): string
    {
        $eighths = $quarters->times(2);

        return match (true) {
            $eighths->equals(Fraction::of(1)) => '',
            $eighths->denominator === 1 => (string) $eighths->numerator,
            default => ($eighths->numerator === 1 ? '' : $eighths->numerator) . '/' . $eighths->denominator,
        };
    }

    private static function voiceOf(DOMElement $note): string
    {
        return self::text($note, 'voice') ?: '1';
    }

    private static function text(DOMElement $parent, string $name): string
    {
        return Xml::text($parent, $name) ?? '';
    }
}
