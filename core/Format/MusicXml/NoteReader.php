<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Note;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\VisitSign;

/** Reads one sounding `<note>` element. */
final readonly class NoteReader
{
    public function __construct(private string $partName, private bool $severalStaves)
    {
    }

    /**
     * @param string $measureNumber for error sentences
     * @param array<int, VisitSign> $printedOnPass signs for one time through that stand before the note
     * @throws UnreadableScore
     */
    public function read(
        DOMElement $element,
        int $measure,
        string $measureNumber,
        Fraction $offset,
        Fraction $duration,
        array $printedOnPass = [],
    ): Note {
        $pitch = null;
        $voice = '1';
        $staff = '1';
        $isGrace = $inChord = false;
        $signs = new NoteSigns();
        // Thousands of notes come by here: a plain loop, not a generator.
        for ($child = $element->firstChild; $child !== null; $child = $child->nextSibling) {
            if (!$child instanceof DOMElement) {
                continue;
            }
            switch ($child->nodeName) {
                case 'pitch':
                    $pitch = $this->pitch($child, $measureNumber);
                    break;
                case 'voice':
                    $voice = trim($child->textContent);
                    break;
                case 'staff':
                    $staff = trim($child->textContent);
                    break;
                case 'grace':
                    $isGrace = true;
                    break;
                case 'chord':
                    $inChord = true;
                    break;
                case 'tie':
                    $signs->tie($child);
                    break;
                case 'notations':
                    $signs->notations($child);
                    break;
            }
        }

        return new Note(
            id: $element->getAttribute('id'),
            measure: $measure,
            voice: $voice,
            line: $this->severalStaves ? "{$staff}.{$voice}" : $voice,
            offset: $offset,
            duration: $isGrace ? Fraction::zero() : $duration,
            pitch: $pitch,
            isGrace: $isGrace,
            inChord: $inChord,
            tieStart: $signs->tieStart,
            tieStop: $signs->tieStop,
            articulations: $signs->articulations,
            printedBow: $signs->bow,
            printedOnPass: $printedOnPass,
            commaAfter: $signs->commaAfter,
            tremolo: $signs->tremolo,
            fingerings: $signs->fingerings,
            printedString: $signs->string,
            openString: $signs->openString,
            harmonic: $signs->harmonic,
        );
    }

    /** @throws UnreadableScore */
    private function pitch(DOMElement $element, string $measureNumber): Pitch
    {
        $step = $octave = '';
        $alter = '0';
        for ($child = $element->firstChild; $child !== null; $child = $child->nextSibling) {
            match ($child->nodeName) {
                'step' => $step = trim($child->textContent),
                'alter' => $alter = trim($child->textContent),
                'octave' => $octave = trim($child->textContent),
                default => null,
            };
        }
        if (!is_numeric($alter) || !is_numeric($octave)) {
            throw UnreadableScore::badPitch($this->partName, $measureNumber);
        }
        try {
            return Pitch::of($step, (int) round((float) $alter), (int) $octave);
        } catch (MusicException) {
            throw UnreadableScore::badPitch($this->partName, $measureNumber);
        }
    }
}
