<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Note;
use UprightPencil\Music\Pitch;

/** Reads one sounding `<note>` element. */
final readonly class NoteReader
{
    public function __construct(private string $partName, private bool $severalStaves)
    {
    }

    /**
     * @param string $measureNumber for error sentences
     * @param array<int, Direction> $printedOnPass signs for one time through that stand before the note
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
        $isGrace = $inChord = $tieStart = $tieStop = $comma = $tremolo = $openString = $harmonic = false;
        $articulations = [];
        $fingerings = [];
        $bow = null;
        $string = null;
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
                    $tieStart = $tieStart || $child->getAttribute('type') === 'start';
                    $tieStop = $tieStop || $child->getAttribute('type') === 'stop';
                    break;
                case 'notations':
                    foreach (Xml::children($child) as $notation) {
                        switch ($notation->nodeName) {
                            case 'tied':
                                $tieStart = $tieStart || $notation->getAttribute('type') === 'start';
                                $tieStop = $tieStop || $notation->getAttribute('type') === 'stop';
                                break;
                            case 'articulations':
                                foreach (Xml::children($notation) as $articulation) {
                                    if (in_array($articulation->nodeName, ['breath-mark', 'caesura'], true)) {
                                        $comma = true;
                                    } else {
                                        $articulations[] = $articulation->nodeName;
                                    }
                                }
                                break;
                            case 'ornaments':
                                $mark = Xml::child($notation, 'tremolo');
                                $tremolo = $tremolo || ($mark !== null && (int) $mark->textContent > 0);
                                break;
                            case 'technical':
                                foreach (Xml::children($notation) as $sign) {
                                    switch ($sign->nodeName) {
                                        case 'down-bow':
                                            $bow = Direction::Down;
                                            break;
                                        case 'up-bow':
                                            $bow = Direction::Up;
                                            break;
                                        case 'fingering':
                                            $fingerings[] = trim($sign->textContent);
                                            break;
                                        case 'string':
                                            $string = trim($sign->textContent);
                                            break;
                                        case 'open-string':
                                            $openString = true;
                                            break;
                                        case 'harmonic':
                                            $harmonic = true;
                                            break;
                                    }
                                }
                                break;
                        }
                    }
                    break;
            }
        }

        return new Note(
            $element->getAttribute('id'),
            $measure,
            $voice,
            $this->severalStaves ? "{$staff}.{$voice}" : $voice,
            $offset,
            $isGrace ? Fraction::zero() : $duration,
            $pitch,
            $isGrace,
            $inChord,
            $tieStart,
            $tieStop,
            $articulations,
            $bow,
            $printedOnPass,
            $comma,
            $tremolo,
            $fingerings,
            $string,
            $openString,
            $harmonic,
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
