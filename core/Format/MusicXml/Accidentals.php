<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Music\Pitch;

/**
 * Writes the accidentals that a reader of the page needs and the file leaves out.
 *
 * A file may say how every note sounds (`<alter>`) and leave the printed signs (`<accidental>`) to whoever draws it. The rules are
 * those of common notation: the key signature holds unless a sign on the same line or space of the same measure says otherwise; a
 * sign holds to the barline, in its own octave; a tie carries it over the barline for the tied note only. Signs that the file has
 * are believed. Where a staff has several voices, a sign is written when the reader of either the staff or the voice would need it.
 */
final class Accidentals
{
    /** The sign for each alteration in semitones, quarter tones included (MusicXML 4.0, type accidental-value). */
    private const SIGNS = [
        '-2' => 'flat-flat', '-1.5' => 'three-quarters-flat', '-1' => 'flat', '-0.5' => 'quarter-flat', '0' => 'natural',
        '0.5' => 'quarter-sharp', '1' => 'sharp', '1.5' => 'three-quarters-sharp', '2' => 'double-sharp',
    ];
    /** Other signs that files use, and the alteration each of them stands for. */
    private const OTHER_SIGNS = [
        'sharp-sharp' => 2.0, 'natural-sharp' => 1.0, 'natural-flat' => -1.0, 'double-flat' => -2.0,
    ];
    /** Children of a note that come after its accidental. */
    private const AFTER = [
        'time-modification', 'stem', 'notehead', 'notehead-text', 'staff', 'beam', 'notations', 'lyric', 'play', 'listen',
    ];

    /** Whether the part that is read prints signs of its own. */
    private bool $hasSigns = false;
    private float $divisions = 1.0;
    /** @var array<string, array<string, float>> alteration of each letter by the key signature, by staff */
    private array $keys = [];
    /** @var array<string, float> alteration in force in this measure, by staff, letter and octave; NAN where none can be relied on */
    private array $onStaff = [];
    /** @var array<string, float> the same, by staff and voice */
    private array $inVoice = [];
    /** @var array<int, DOMElement> notes of this measure that sound together with another alteration of their letter */
    private array $clashes = [];
    /** @var array<string, true> ties that are open, by staff, letter, octave and alteration */
    private array $ties = [];

    /** Completes every part of a document. */
    public static function complete(Document $document): void
    {
        foreach ($document->parts() as $part) {
            (new self())->part($part);
        }
    }

    /**
     * The alteration a printed sign stands for.
     *
     * @return float|null in semitones; null for a sign that says nothing about it
     */
    public static function alterationOf(string $sign): ?float
    {
        $alteration = array_search($sign, self::SIGNS, true);

        return $alteration === false ? self::OTHER_SIGNS[$sign] ?? null : (float) $alteration;
    }

    /** Gives a note the sign of its pitch, at its proper place, when it has none. */
    public static function write(DOMElement $note): DOMElement
    {
        $accidental = Xml::child($note, 'accidental');
        if ($accidental !== null) {
            return $accidental;
        }
        $pitch = Xml::child($note, 'pitch');
        $alteration = $pitch === null ? 0.0 : (float) Xml::text($pitch, 'alter');
        $sign = self::SIGNS[(string) $alteration] ?? self::SIGNS[(string) round($alteration)] ?? 'natural';
        $accidental = Xml::make($note, 'accidental', [], $sign);
        $before = null;
        foreach (Xml::children($note) as $child) {
            if (in_array($child->nodeName, self::AFTER, true)) {
                $before = $child;
                break;
            }
        }
        $note->insertBefore($accidental, $before);

        return $accidental;
    }

    private function part(DOMElement $part): void
    {
        // A list of elements by name is walked from its start each time: asking for its first one alone is quick.
        $this->hasSigns = $part->getElementsByTagName('accidental')->item(0) !== null;
        foreach (Xml::children($part) as $measure) {
            if ($measure->nodeName === 'measure') {
                $this->measure($measure);
            }
        }
    }

    private function measure(DOMElement $measure): void
    {
        $this->onStaff = $this->inVoice = [];
        $at = $chordStart = 0.0;
        $isInOrder = true;
        /** @var list<array{float, DOMElement, int}> $events notes and attributes, when in quarters, 0 for what comes before the notes of its time */
        $events = [];
        for ($child = $measure->firstChild; $child !== null; $child = $child->nextSibling) {
            if (!$child instanceof DOMElement) {
                continue;
            }
            switch ($child->nodeName) {
                case 'note':
                    $isGrace = Xml::child($child, 'grace') !== null;
                    $isChord = Xml::child($child, 'chord') !== null;
                    $events[] = [$isChord ? $chordStart : $at, $child, $isGrace ? 0 : 1];
                    if (!$isGrace && !$isChord) {
                        $chordStart = $at;
                        $at += $this->quarters($child);
                    }
                    break;
                case 'backup':
                    $at = max(0.0, $at - $this->quarters($child));
                    $isInOrder = false;
                    break;
                case 'forward':
                    $at += $this->quarters($child);
                    break;
                case 'attributes':
                    $this->divisions = max(1.0, (float) (Xml::text($child, 'divisions') ?? $this->divisions));
                    $events[] = [$at, $child, 0];
                    break;
            }
        }
        if (!$isInOrder) {
            // As they are read from left to right; the order of the file decides between what begins together.
            usort($events, static fn (array $one, array $other): int => [$one[0], $one[2]] <=> [$other[0], $other[2]]);
        }
        $this->findClashes($events);
        foreach ($events as [$time, $element]) {
            $element->nodeName === 'note' ? $this->note($element) : $this->attributes($element, $time > 0.0);
        }
    }

    /**
     * Where one letter of an octave sounds in two ways at once, both need a sign.
     *
     * @param list<array{float, DOMElement, int}> $events
     */
    private function findClashes(array $events): void
    {
        $this->clashes = $before = [];
        foreach ($events as [$time, $element, $isMain]) {
            $pitch = $isMain === 1 ? Xml::child($element, 'pitch') : null;
            if ($pitch !== null) {
                $place = (Xml::text($element, 'staff') ?? '1') . ' ' . Xml::text($pitch, 'step') . Xml::text($pitch, 'octave');
                $alteration = (float) Xml::text($pitch, 'alter');
                [$when, $was, $other] = $before[$place] ?? [-1.0, $alteration, $element];
                if ($when === $time && $was !== $alteration) {
                    $this->clashes[spl_object_id($element)] = $element;
                    $this->clashes[spl_object_id($other)] = $other;
                }
                $before[$place] = [$time, $alteration, $element];
            }
        }
    }

    private function quarters(DOMElement $element): float
    {
        return (float) Xml::text($element, 'duration') / $this->divisions;
    }

    private function attributes(DOMElement $attributes, bool $isInside): void
    {
        foreach (Xml::children($attributes) as $child) {
            // Without a number it is for every staff.
            $staff = $child->getAttribute('number');
            if ($child->nodeName === 'key') {
                $this->keys = $staff === '' ? ['' => self::alterations($child)] : [...$this->keys, $staff => self::alterations($child)];
            }
            if ($child->nodeName === 'clef' && $isInside) {
                // Lines and spaces have other names from here on: nobody relies on a sign that came before.
                foreach (array_keys($this->onStaff) as $place) {
                    if (str_starts_with($place, ($staff === '' ? '1' : $staff) . ' ')) {
                        $this->onStaff[$place] = NAN;
                    }
                }
            }
        }
    }

    /** @return array<string, float> by letter, where the key alters it */
    private static function alterations(DOMElement $key): array
    {
        $fifths = Xml::text($key, 'fifths');
        $alterations = [];
        if ($fifths !== null) {
            foreach (['C', 'D', 'E', 'F', 'G', 'A', 'B'] as $letter) {
                $alterations[$letter] = (float) Pitch::alterationInKey($letter, max(-7, min(7, (int) $fifths)));
            }

            return $alterations;
        }
        $letter = '';
        foreach (Xml::children($key) as $child) {
            if ($child->nodeName === 'key-step') {
                $letter = trim($child->textContent);
            } elseif ($child->nodeName === 'key-alter' && $letter !== '') {
                $alterations[$letter] = (float) $child->textContent;
            }
        }

        return $alterations;
    }

    private function note(DOMElement $note): void
    {
        $pitch = Xml::child($note, 'pitch');
        if ($pitch === null || $note->getAttribute('print-object') === 'no') {
            return;
        }
        $letter = (string) Xml::text($pitch, 'step');
        $alteration = (float) Xml::text($pitch, 'alter');
        $staff = Xml::text($note, 'staff') ?? '1';
        $place = "{$staff} {$letter}" . Xml::text($pitch, 'octave');
        $voice = Xml::text($note, 'voice') . " {$place}";
        $isClash = !$this->hasSigns && isset($this->clashes[spl_object_id($note)]);
        $isTiedTo = $this->tie($note, "{$place} {$alteration}");
        $accidental = Xml::child($note, 'accidental');
        $sign = $accidental === null ? null : self::alterationOf(trim($accidental->textContent)) ?? $alteration;
        if ($sign === null && !$isTiedTo) {
            $byKey = $this->keys[$staff][$letter] ?? $this->keys[''][$letter] ?? 0.0;
            $staffSays = $this->onStaff[$place] ?? $byKey;
            $voiceSays = is_nan($staffSays) ? NAN : $this->inVoice[$voice] ?? $byKey;
            $isMisread = $this->hasSigns
                ? $staffSays !== $alteration && $voiceSays !== $alteration
                : $staffSays !== $alteration || $voiceSays !== $alteration;
            if ($isMisread || $isClash) {
                self::write($note);
                $sign = $alteration;
            }
        }
        if ($sign !== null) {
            // Of two signs at once nobody can tell which of them goes on.
            $this->onStaff[$place] = $isClash ? NAN : $sign;
            $this->inVoice[$voice] = $sign;
        }
    }

    /** Whether the note is held over from one that is printed before it. */
    private function tie(DOMElement $note, string $pitch): bool
    {
        $isStart = $isStop = false;
        foreach (Xml::children($note) as $child) {
            if ($child->nodeName === 'tie') {
                $isStart = $isStart || $child->getAttribute('type') === 'start';
                $isStop = $isStop || $child->getAttribute('type') === 'stop';
            }
        }
        // A second ending begins without the note that is tied into it.
        $isTiedTo = $isStop && isset($this->ties[$pitch]);
        unset($this->ties[$pitch]);
        if ($isStart) {
            $this->ties[$pitch] = true;
        }

        return $isTiedTo;
    }
}
