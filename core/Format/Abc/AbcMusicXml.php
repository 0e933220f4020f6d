<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** Writes a tune that was read as a score in the open format the rest of the house reads. */
final class AbcMusicXml
{
    /** Parts of a quarter note that lengths are told in: halved seven times, and three, five, seven or nine in the time of others. */
    private const DIVISIONS = 10080;
    private const TREBLE = ['G', 2];
    private const RHYTHM = 'percussion';
    private const ACCIDENTALS = [-2 => 'flat-flat', -1 => 'flat', 0 => 'natural', 1 => 'sharp', 2 => 'double-sharp'];

    private AbcKey $key;
    /** @var array<string, int> alterations typed in this measure, by letter, or by letter and octave */
    private array $altered = [];
    /** @var array<string, int> alterations a reader would expect, by letter and octave */
    private array $shown = [];
    /** @var list<int> numbers of the slurs that are open */
    private array $slurs = [];
    /** @var array<int, bool> whether an open slur is dotted */
    private array $isDotted = [];
    /** @var array<string, int> alterations of the notes a tie reaches from, by letter and octave */
    private array $tied = [];

    /** As {@see AbcTune::$accidentalsReach}. */
    private string $reach = 'pitch';
    /** Whether the voice that is written has a rhythm and no pitches. */
    private bool $isRhythm = false;
    /** @var list<list<array{int, int, int}>> */
    private array $places = [];

    /** @return list<list<array{int, int, int}>> where each notehead was typed, as {@see AbcReading} tells it, once all is written */
    public function places(): array
    {
        return $this->places;
    }

    public function write(AbcTune $tune): string
    {
        $this->places = [];
        $this->reach = $tune->accidentalsReach;
        $tune->voice();
        $list = $parts = '';
        $count = 1;
        foreach ($tune->voices as $voice) {
            $count = max($count, self::lengthOf($voice));
        }
        $index = 0;
        foreach ($tune->voices as $voice) {
            $id = 'P' . ++$index;
            $name = $voice->name !== '' ? $voice->name : (count($tune->voices) === 1 ? 'Violin' : "Violin {$voice->id}");
            // A rhythm alone is bowed by everybody.
            $isRhythm = $voice->clef !== null && $voice->clef[0] === self::RHYTHM;
            $name = $isRhythm && $voice->name === '' ? 'Everybody' : $name;
            $player = $isRhythm ? "<score-instrument id=\"{$id}-I\"><instrument-name>Violin</instrument-name></score-instrument>" : '';
            $list .= "<score-part id=\"{$id}\"><part-name>" . self::text($name) . "</part-name>{$player}</score-part>";
            $this->places[] = [];
            $parts .= "<part id=\"{$id}\">" . $this->part($tune, $voice, $count) . '</part>';
        }
        $composer = $tune->composer === '' ? '' : '<creator type="composer">' . self::text($tune->composer) . '</creator>';
        $kept = '';
        foreach ($tune->kept as $line) {
            $kept .= '<miscellaneous-field name="abc">' . self::text($line) . '</miscellaneous-field>';
        }
        $kept = $kept === '' ? '' : "<miscellaneous>{$kept}</miscellaneous>";
        $about = $composer . $kept === '' ? '' : "<identification>{$composer}{$kept}</identification>";

        return '<?xml version="1.0" encoding="UTF-8"?>' . "\n" . '<score-partwise version="4.0"><work><work-title>'
            . self::text($tune->title) . "</work-title></work>{$about}<part-list>{$list}</part-list>{$parts}</score-partwise>\n";
    }

    private static function lengthOf(AbcVoice $voice): int
    {
        $measures = 0;
        foreach ($voice->measures as $measure) {
            $measures += max(1, $measure->rests);
        }

        return $measures;
    }

    private function part(AbcTune $tune, AbcVoice $voice, int $count): string
    {
        $this->key = AbcKey::none();
        $this->slurs = $this->isDotted = $this->tied = [];
        $this->isRhythm = $voice->clef !== null && $voice->clef[0] === self::RHYTHM;
        $meter = AbcMeter::free();
        $first = $voice->measures[0] ?? null;
        $isPickup = $first !== null && $first->rests === 0 && ($first->meter?->length?->isMoreThan($first->length()) ?? false);
        $number = ($tune->firstMeasure ?? 1) - ($isPickup ? 1 : 0);
        $xml = '';
        $clef = $voice->clef ?? self::TREBLE;
        $written = 0;
        foreach ($voice->measures as $index => $measure) {
            for ($rest = 0, $many = max(1, $measure->rests); $rest < $many; $rest++) {
                $implicit = $index === 0 && $isPickup ? ' implicit="yes"' : '';
                $xml .= "<measure number=\"{$number}\"{$implicit}>";
                $isNew = $rest === 0;
                $meter = $isNew ? $measure->meter ?? $meter : $meter;
                $xml .= $isNew && $measure->startsLine ? '<print new-system="yes"/>' : '';
                $xml .= $isNew ? $this->attributes($measure, $index === 0 ? $clef : null) : '';
                $xml .= $isNew ? self::barBefore($measure) : '';
                $xml .= $isNew ? self::tempo($measure) : '';
                $xml .= $measure->rests > 0 ? self::wholeRest($meter) : $this->notes($measure);
                $xml .= $rest === $many - 1 ? self::barAfter($measure) : '';
                $xml .= '</measure>';
                $number++;
                $written++;
            }
        }
        for (; $written < $count; $written++, $number++) {
            $start = $written === 0 ? $this->attributes($voice->now, $clef) : '';
            $xml .= "<measure number=\"{$number}\">{$start}" . self::wholeRest($meter) . '</measure>';
        }

        return $xml;
    }

    /** @param array{string, int}|null $clef */
    private function attributes(AbcMeasure $measure, ?array $clef): string
    {
        $xml = $clef === null ? '' : '<divisions>' . self::DIVISIONS . '</divisions>';
        if ($measure->key !== null) {
            $xml .= $this->key($measure->key);
        }
        if ($measure->meter !== null) {
            $symbol = $measure->meter->symbol === null ? '' : " symbol=\"{$measure->meter->symbol}\"";
            $xml .= $measure->meter->length === null
                ? '<time><senza-misura/></time>'
                : "<time{$symbol}><beats>{$measure->meter->beats}</beats><beat-type>{$measure->meter->unit}</beat-type></time>";
        }
        $clef ??= $measure->key?->clef;
        $xml .= $clef === null ? '' : ($clef[0] === self::RHYTHM
            ? '<clef><sign>percussion</sign></clef><staff-details><staff-lines>1</staff-lines></staff-details>'
            : "<clef><sign>{$clef[0]}</sign><line>{$clef[1]}</line></clef>");

        return $xml === '' ? '' : "<attributes>{$xml}</attributes>";
    }

    /** The key that holds from here on. */
    private function key(AbcKey $key): string
    {
        $this->key = $key;

        return '<key>' . ($key->own === [] ? "<fifths>{$key->fifths}</fifths>" : self::ownKey($key)) . '</key>';
    }

    private static function ownKey(AbcKey $key): string
    {
        $xml = '';
        foreach (['C', 'D', 'E', 'F', 'G', 'A', 'B'] as $letter) {
            $alter = $key->alters($letter);
            $xml .= $alter === 0 ? '' : "<key-step>{$letter}</key-step><key-alter>{$alter}</key-alter>";
        }

        return $xml === '' ? '<fifths>0</fifths>' : $xml;
    }

    private static function barBefore(AbcMeasure $measure): string
    {
        if (!$measure->repeatsFrom && $measure->ending === '') {
            return '';
        }
        $style = $measure->repeatsFrom ? '<bar-style>heavy-light</bar-style>' : '';
        $ending = $measure->ending === '' ? '' : "<ending number=\"{$measure->ending}\" type=\"start\"/>";

        $repeat = $measure->repeatsFrom ? '<repeat direction="forward"/>' : '';

        return "<barline location=\"left\">{$style}{$ending}{$repeat}</barline>";
    }

    private static function barAfter(AbcMeasure $measure): string
    {
        if ($measure->bar === '' && !$measure->repeatsTo && !$measure->endsEnding) {
            return '';
        }
        $style = $measure->bar === '' ? '' : "<bar-style>{$measure->bar}</bar-style>";
        $number = $measure->ending === '' ? '1' : $measure->ending;
        $type = $measure->repeatsTo ? 'stop' : 'discontinue';
        $ending = $measure->endsEnding ? "<ending number=\"{$number}\" type=\"{$type}\"/>" : '';

        $repeat = $measure->repeatsTo ? '<repeat direction="backward"/>' : '';

        return "<barline location=\"right\">{$style}{$ending}{$repeat}</barline>";
    }

    private static function tempo(AbcMeasure $measure): string
    {
        if ($measure->tempo === null) {
            return '';
        }
        [$beat, $perMinute, $words] = $measure->tempo;
        $xml = $words === '' ? '' : '<direction-type><words font-weight="bold">' . self::text($words) . '</words></direction-type>';
        if ($perMinute > 0) {
            [$type, $dots] = AbcShapes::typeOf($beat) ?? ['quarter', 0];
            $shown = rtrim(rtrim(sprintf('%.2f', $perMinute), '0'), '.');
            $xml .= "<direction-type><metronome><beat-unit>{$type}</beat-unit>" . str_repeat('<beat-unit-dot/>', $dots)
                . "<per-minute>{$shown}</per-minute></metronome></direction-type>";
            $quarters = rtrim(rtrim(sprintf('%.3f', $perMinute * $beat->toFloat() * 4), '0'), '.');
            $xml .= "<sound tempo=\"{$quarters}\"/>";
        }

        return $xml === '' ? '' : "<direction placement=\"above\">{$xml}</direction>";
    }

    private static function wholeRest(AbcMeter $meter): string
    {
        $duration = self::duration($meter->length ?? Fraction::of(1));

        return "<note><rest measure=\"yes\"/><duration>{$duration}</duration><voice>1</voice></note>";
    }

    private function notes(AbcMeasure $measure): string
    {
        $this->altered = $this->shown = [];
        $beams = AbcShapes::beams($measure->notes);
        $xml = '';
        foreach ($measure->notes as $index => $note) {
            if ($note->key !== null) {
                $xml .= '<attributes>' . $this->key($note->key) . '</attributes>';
            }
            foreach ($note->grace as $grace) {
                $xml .= $this->note($grace, [], true, $note->isSlashed);
            }
            $xml .= self::directions($note);
            $xml .= $this->note($note, $beams[$index] ?? []);
        }

        return $xml;
    }

    /** @param list<string> $beams begin, continue or end, by their level */
    private function note(AbcNote $note, array $beams, bool $isGrace = false, bool $isSlashed = false): string
    {
        $shapes = $isGrace ? [[$note->length, ...(AbcShapes::typeOf($note->length) ?? ['eighth', 0])]] : AbcShapes::pieces($note->length);
        $xml = '';
        foreach ($shapes as $at => [$length, $type, $dots]) {
            $piece = new AbcPiece($length, $type, $dots, $at === 0, $at === count($shapes) - 1, $isGrace, $isSlashed, $beams);
            foreach ($note->isRest() ? [null] : $note->pitches as $order => $pitch) {
                $xml .= $this->head($note, $pitch, $piece, $order > 0);
            }
        }

        return $xml;
    }

    /** @param array{string, int, int|null}|null $pitch */
    private function head(AbcNote $note, ?array $pitch, AbcPiece $piece, bool $inChord): string
    {
        $sounds = $note->tuplet === null ? $piece->length : $piece->length->times(Fraction::of($note->tuplet[1], $note->tuplet[0]));
        $isTiedOn = !$piece->isGrace && $pitch !== null && (!$piece->isLast || $note->isTied);
        $xml = $note->isHidden ? '<note print-object="no">' : '<note>';
        $xml .= $piece->isGrace ? '<grace' . ($piece->isSlashed ? ' slash="yes"' : '') . '/>' : '';
        $xml .= $inChord ? '<chord/>' : '';
        $accidental = '';
        $isTiedTo = false;
        if ($pitch === null) {
            $xml .= '<rest/>';
        } else {
            $this->places[count($this->places) - 1][] = [$note->line, $note->column, max($note->until, $note->column + 1)];
            [$pitchXml, $accidental, $isTiedTo] = $this->pitch($pitch, $piece->isFirst, $isTiedOn);
            $xml .= $this->isRhythm ? '<unpitched><display-step>E</display-step><display-octave>4</display-octave></unpitched>' : $pitchXml;
            $accidental = $this->isRhythm ? '' : $accidental;
        }
        $xml .= $piece->isGrace ? '' : '<duration>' . self::duration($sounds) . '</duration>';
        $xml .= ($isTiedTo ? '<tie type="stop"/>' : '') . ($isTiedOn ? '<tie type="start"/>' : '');
        $xml .= "<voice>1</voice><type>{$piece->type}</type>" . str_repeat('<dot/>', $piece->dots) . $accidental;
        if ($note->tuplet !== null) {
            [$actual, $normal] = $note->tuplet;
            $xml .= "<time-modification><actual-notes>{$actual}</actual-notes><normal-notes>{$normal}</normal-notes></time-modification>";
        }
        foreach ($inChord || !$piece->isLast ? [] : $piece->beams as $level => $beam) {
            $xml .= '<beam number="' . ($level + 1) . "\">{$beam}</beam>";
        }
        $notations = ($isTiedTo ? '<tied type="stop"/>' : '') . ($isTiedOn ? '<tied type="start"/>' : '');
        $notations .= $inChord ? '' : $this->notations($note, $piece->isFirst, $piece->isLast);
        $xml .= $notations === '' ? '' : "<notations>{$notations}</notations>";
        if (!$inChord && $piece->isFirst && $note->syllable !== null) {
            $syllabic = $note->isHyphenated ? 'begin' : 'single';
            $xml .= "<lyric><syllabic>{$syllabic}</syllabic><text>" . self::text($note->syllable) . '</text></lyric>';
        }

        return $xml . '</note>';
    }

    /**
     * @param array{string, int, int|null} $pitch
     * @return array{string, string, bool} the pitch, an accidental where one is to be seen, whether a tie reaches it
     */
    private function pitch(array $pitch, bool $isFirst, bool $isTiedOn): array
    {
        [$letter, $octave, $typed] = $pitch;
        $place = "{$letter}{$octave}";
        $reached = $this->reach === 'octave' ? $place : $letter;
        $isTiedTo = isset($this->tied[$place]);
        $alter = match (true) {
            !$isFirst => $this->shown[$place] ?? 0,
            $typed !== null => $typed,
            // What is tied over the barline keeps its accidental.
            $isTiedTo && !isset($this->altered[$reached]) => $this->tied[$place],
            default => $this->altered[$reached] ?? $this->key->alters($letter),
        };
        if ($typed !== null && $isFirst && $this->reach !== 'not') {
            $this->altered[$reached] = $typed;
        }
        $expected = $this->shown[$place] ?? $this->key->alters($letter);
        $isShown = $isFirst && ($typed !== null || ($alter !== $expected && !$isTiedTo));
        $this->shown[$place] = $alter;
        unset($this->tied[$place]);
        if ($isTiedOn) {
            $this->tied[$place] = $alter;
        }
        $accidental = $isShown ? '<accidental>' . (self::ACCIDENTALS[$alter] ?? 'natural') . '</accidental>' : '';

        return [
            "<pitch><step>{$letter}</step>" . ($alter === 0 ? '' : "<alter>{$alter}</alter>") . "<octave>{$octave}</octave></pitch>",
            $accidental,
            $isTiedTo,
        ];
    }

    private function notations(AbcNote $note, bool $isFirst, bool $isLast): string
    {
        $xml = '';
        for ($count = $isLast ? $note->slursTo : 0; $count > 0 && $this->slurs !== []; $count--) {
            $number = (int) array_pop($this->slurs);
            $style = $this->isDotted[$number] ? ' line-type="dotted"' : '';
            $xml .= "<slur type=\"stop\" number=\"{$number}\"{$style}/>";
        }
        foreach ($isFirst ? $note->slursFrom : [] as $isDotted) {
            $number = count($this->slurs) % 6 + 1;
            $this->slurs[] = $number;
            $this->isDotted[$number] = $isDotted;
            $xml .= "<slur type=\"start\" number=\"{$number}\"" . ($isDotted ? ' line-type="dotted"' : '') . '/>';
        }
        if ($isFirst && in_array($note->tupletEnd, ['first', 'alone'], true)) {
            $xml .= '<tuplet type="start"/>';
        }
        if ($isLast && in_array($note->tupletEnd, ['last', 'alone'], true)) {
            $xml .= '<tuplet type="stop"/>';
        }
        if (!$isFirst) {
            return $xml;
        }
        $groups = ['ornaments' => '', 'technical' => '', 'articulations' => ''];
        $fermata = '';
        foreach ($note->signs as $sign) {
            match (true) {
                isset(AbcSigns::ORNAMENTS[$sign]) => $groups['ornaments'] .= '<' . AbcSigns::ORNAMENTS[$sign] . '/>',
                isset(AbcSigns::TECHNICAL[$sign]) => $groups['technical'] .= '<' . AbcSigns::TECHNICAL[$sign] . '/>',
                preg_match('~^[0-5]$~', $sign) === 1 => $groups['technical'] .= "<fingering>{$sign}</fingering>",
                isset(AbcSigns::ARTICULATIONS[$sign]) => $groups['articulations'] .= '<' . AbcSigns::ARTICULATIONS[$sign] . '/>',
                $sign === 'fermata' => $fermata = '<fermata/>',
                default => null,
            };
        }
        foreach ($groups as $name => $signs) {
            $xml .= $signs === '' ? '' : "<{$name}>{$signs}</{$name}>";
        }

        return $xml . $fermata;
    }

    private static function directions(AbcNote $note): string
    {
        $xml = '';
        foreach ($note->words as [$placement, $text]) {
            $xml .= $placement === 'chord'
                ? AbcChord::toXml($text)
                : self::direction('<words>' . self::text($text) . '</words>', $placement);
        }
        foreach ($note->signs as $sign) {
            $jump = AbcSigns::JUMPS[$sign] ?? null;
            $wedge = AbcSigns::WEDGES[$sign] ?? null;
            $xml .= match (true) {
                in_array($sign, AbcSigns::DYNAMICS, true) => self::direction("<dynamics><{$sign}/></dynamics>", 'below'),
                $wedge !== null => self::direction("<wedge type=\"{$wedge}\"/>", 'below'),
                isset(AbcSigns::WORDS[$sign]) => self::direction('<words>' . AbcSigns::WORDS[$sign] . '</words>', 'above'),
                $sign === 'segno', $sign === 'coda' => self::direction("<{$sign}/>", 'above', "<sound {$sign}=\"{$sign}\"/>"),
                $jump !== null => self::direction(
                    "<words>{$jump[0]}</words>",
                    'above', match ($jump[1]) {
                    'dalsegno' => '<sound dalsegno="segno"/>',
                    'dacapo' => '<sound dacapo="yes"/>',
                    'fine' => '<sound fine="yes"/>',
                    default => '<sound tocoda="coda"/>',
                    }
                ),
                default => '',
            };
        }

        return $xml;
    }

    private static function direction(string $what, string $placement, string $sound = ''): string
    {
        return "<direction placement=\"{$placement}\"><direction-type>{$what}</direction-type>{$sound}</direction>";
    }

    private static function duration(Fraction $wholes): int
    {
        return max(1, (int) round($wholes->toFloat() * 4 * self::DIVISIONS));
    }

    private static function text(string $text): string
    {
        $clean = (string) preg_replace('~[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]~u', '', mb_scrub($text));

        return htmlspecialchars($clean, ENT_XML1 | ENT_QUOTES, 'UTF-8');
    }
}
