<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** A typed tune while it is being read: its fields, its voices, and what could not be read. */
final class AbcTune
{
    public string $title = '';
    public string $composer = '';
    /** Number of the first measure, where it is said (%%setbarnb): a passage of a longer part. */
    public ?int $firstMeasure = null;
    /** @var list<string> lines of its head that mean nothing here, and go out again as they came in: directives and notes */
    public array $kept = [];
    /** @var array<string, AbcVoice> */
    public array $voices = [];
    /** @var list<AbcProblem> */
    public array $problems = [];
    public int $notes = 0;
    /** How far an accidental reaches: to its letter in every octave, to its octave alone, or no further than its note. */
    public string $accidentalsReach = 'pitch';
    private AbcKey $key;
    private AbcMeter $meter;
    private ?Fraction $unit = null;
    /** @var array{Fraction, float, string}|null */
    private ?array $tempo = null;
    private string $current = '';

    public function __construct()
    {
        $this->key = AbcKey::none();
        $this->meter = AbcMeter::free();
    }

    /** The voice that is read now; a tune that names none has one. */
    public function voice(): AbcVoice
    {
        if ($this->current === '') {
            $this->turnTo('1', '');
        }

        return $this->voices[$this->current];
    }

    public function unit(): Fraction
    {
        return $this->voice()->unit ?? $this->unit ?? $this->voice()->meter->usualUnit();
    }

    /**
     * @param bool $isInMusic whether it stands in the music and holds from there on
     */
    public function field(string $name, string $value, int $line, int $column, bool $isInMusic): void
    {
        $value = trim($value);
        match ($name) {
            'T' => $this->title = $this->title === '' ? $value : $this->title,
            'C' => $this->composer = $this->composer === '' ? $value : $this->composer,
            'K' => $this->key($value, $line, $column, $isInMusic),
            'M' => $this->meter($value, $line, $column, $isInMusic),
            'L' => $this->unitOf($value, $line, $column, $isInMusic),
            'Q' => $this->tempo($value, $line, $column, $isInMusic),
            'V' => $this->voiceOf($value, $line, $column),
            default => null,
        };
    }

    private function key(string $value, int $line, int $column, bool $isInMusic): void
    {
        $key = AbcKey::read($value);
        if (is_string($key)) {
            $this->problems[] = new AbcProblem($line, $column, $key);

            return;
        }
        if (!$isInMusic) {
            $this->key = $key;
        }
        foreach ($isInMusic ? [$this->voice()] : $this->voices as $voice) {
            $voice->key = $key;
            $voice->keyFromHere($key);
            $voice->clef = $key->clef ?? $voice->clef;
            $voice->octave = $key->octave ?? $voice->octave;
        }
    }

    private function meter(string $value, int $line, int $column, bool $isInMusic): void
    {
        $meter = AbcMeter::read($value);
        if (is_string($meter)) {
            $this->problems[] = new AbcProblem($line, $column, $meter);

            return;
        }
        if (!$isInMusic) {
            $this->meter = $meter;
        }
        foreach ($isInMusic ? [$this->voice()] : $this->voices as $voice) {
            $voice->meter = $meter;
            $voice->meterFromHere($meter);
        }
    }

    private function unitOf(string $value, int $line, int $column, bool $isInMusic): void
    {
        $unit = self::share($value);
        if ($unit === null) {
            $this->problems[] = new AbcProblem($line, $column, "“{$value}” is no length; expected one such as 1/8 or 1/4");
        } elseif ($isInMusic) {
            $this->voice()->unit = $unit;
        } else {
            $this->unit = $unit;
        }
    }

    private function tempo(string $value, int $line, int $column, bool $isInMusic): void
    {
        preg_match_all('~"([^"]*)"~', $value, $quoted);
        $words = trim(implode(' ', $quoted[1]));
        $rest = trim((string) preg_replace('~"[^"]*"~', '', $value));
        $isRead = preg_match('~^(?:(\d{1,2}/\d{1,2})\s*=\s*)?(\d{1,3}(?:\.\d+)?)$~', $rest, $match) === 1;
        $beat = $isRead && $match[1] !== '' ? self::share($match[1]) : Fraction::of(1, 4);
        if ($rest !== '' && (!$isRead || $beat === null || (float) $match[2] < 5)) {
            $this->problems[] = new AbcProblem($line, $column, "“{$value}” is no tempo; expected one such as 1/4=96 or \"Slowly\" 1/4=60");

            return;
        }
        $tempo = [$beat ?? Fraction::of(1, 4), $isRead ? (float) $match[2] : 0.0, $words];
        if ($isInMusic) {
            $this->voice()->now->tempo = $tempo;
        } else {
            $this->tempo = $tempo;
        }
    }

    private function voiceOf(string $value, int $line, int $column): void
    {
        if (preg_match('~^([^\s\]]+)\s*(.*)$~', $value, $match) !== 1) {
            $this->problems[] = new AbcProblem($line, $column, 'a voice has a name, such as V:1');

            return;
        }
        $name = preg_match('~\b(?:name|nm)="([^"]*)"~', $match[2], $named) === 1 ? $named[1] : '';
        $this->turnTo($match[1], $name);
        $voice = $this->voices[$match[1]];
        $about = (string) preg_replace('~\b(?:name|nm|subname|snm|sname)="[^"]*"~', '', $match[2]);
        // The clef and the octave are said as in a key.
        $like = preg_match('~clef=|octave=|\b(?:treble|alto|tenor|bass)\b~', $about) === 1 ? AbcKey::read('none ' . $about) : null;
        if (is_string($like)) {
            $this->problems[] = new AbcProblem($line, $column, $like);
        } elseif ($like !== null) {
            $voice->clef = $like->clef ?? $voice->clef;
            $voice->octave = $like->octave ?? $voice->octave;
        }
    }

    private function turnTo(string $id, string $name): void
    {
        if (!isset($this->voices[$id])) {
            $voice = new AbcVoice($id, $name, $this->key, $this->meter);
            $voice->clef = $this->key->clef;
            $voice->octave = $this->key->octave ?? 0;
            $voice->now->tempo = $this->voices === [] ? $this->tempo : null;
            $this->voices[$id] = $voice;
        } elseif ($name !== '') {
            $this->voices[$id]->name = $name;
        }
        $this->current = $id;
    }

    /** A length such as 1/8, in whole notes; null where it is none. */
    private static function share(string $text): ?Fraction
    {
        $isShare = preg_match('~^(\d{1,2})(?:/(\d{1,3}))?$~', str_replace(' ', '', $text), $match) === 1;
        $above = $isShare ? (int) $match[1] : 0;
        $below = $isShare && isset($match[2]) ? (int) $match[2] : 1;

        return $above === 0 || $below === 0 || $below > 64 ? null : Fraction::of($above, $below);
    }
}
