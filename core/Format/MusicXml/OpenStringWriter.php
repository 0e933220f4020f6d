<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Pitch;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Practice\OpenStrings;

/** Writes a planned part as its practice line on open strings: rhythm, slurs and bowing as marked, the left hand at rest. */
final readonly class OpenStringWriter
{
    private const HAND = ['fingering', 'string', 'open-string', 'harmonic'];

    public function __construct(private Document $document)
    {
    }

    /** @throws MusicException */
    public function write(PartPlan $plan): string
    {
        (new ScoreWriter($this->document))->write([$plan], true);
        $pitches = (new OpenStrings($plan->part, $plan->fingers))->pitches();
        foreach ($plan->part->notes as $note) {
            $element = $this->document->notes[$note->id];
            $pitch = $pitches[$note->id] ?? null;
            if ($pitch === null) {
                continue;
            }
            if ($note->inChord && $this->isBeside($plan, $note->id, $pitch, $pitches)) {
                Xml::remove($element);
                continue;
            }
            $this->open($element, $pitch);
        }
        $this->takeNumeralsOut();
        $this->rename($plan->part->id, $plan->part->name . ' on open strings');

        return $this->document->toString();
    }

    /**
     * Whether a chord's notehead would stand on the same open string as one before it.
     *
     * @param array<string, Pitch> $pitches
     */
    private function isBeside(PartPlan $plan, string $noteId, Pitch $pitch, array $pitches): bool
    {
        $positions = $plan->part->positionsById();
        for ($at = $positions[$noteId] - 1; $at >= 0; $at--) {
            $other = $plan->part->notes[$at];
            if (isset($pitches[$other->id]) && $pitches[$other->id]->equals($pitch)) {
                return true;
            }
            if (!$other->inChord) {
                return false;
            }
        }

        return false;
    }

    private function open(DOMElement $note, Pitch $pitch): void
    {
        $old = Xml::child($note, 'pitch');
        if ($old !== null) {
            $new = Xml::make($note, 'pitch');
            Xml::add($new, 'step', [], $pitch->letter);
            Xml::add($new, 'octave', [], (string) $pitch->octave);
            // The key signature stays where it was; an open string needs its sign only where the key would change it.
            $note->replaceChild($new, $old);
        }
        foreach (iterator_to_array(Xml::children($note), false) as $child) {
            if (in_array($child->nodeName, ['accidental', 'stem'], true)) {
                Xml::remove($child);
            }
            if ($child->nodeName === 'notations') {
                $this->restHand($child);
            }
        }
    }

    private function restHand(DOMElement $notations): void
    {
        $technical = Xml::child($notations, 'technical');
        foreach ($technical === null ? [] : iterator_to_array(Xml::children($technical), false) as $sign) {
            if (in_array($sign->nodeName, self::HAND, true)) {
                Xml::remove($sign);
            }
        }
        if ($technical !== null && iterator_count(Xml::children($technical)) === 0) {
            Xml::remove($technical);
        }
        if (iterator_count(Xml::children($notations)) === 0) {
            Xml::remove($notations);
        }
    }

    /** Key signatures, position numerals and the strings they name mean nothing on open strings. */
    private function takeNumeralsOut(): void
    {
        foreach (iterator_to_array($this->document->root->getElementsByTagName('direction'), false) as $direction) {
            // Beside its words a direction may name its voice.
            $words = trim($direction->getElementsByTagName('words')->item(0)->textContent ?? '');
            $hasLine = $direction->getElementsByTagName('bracket')->length > 0;
            if ($hasLine || preg_match('~^(½|I{1,3}|I?V|VI{0,2}|II½|III½|V½|sul [A-G]|keep (\d|down))$~u', $words) === 1) {
                Xml::remove($direction);
            }
        }
        foreach (iterator_to_array($this->document->root->getElementsByTagName('key'), false) as $key) {
            $fifths = Xml::child($key, 'fifths');
            if ($fifths !== null) {
                $fifths->textContent = '0';
            }
        }
    }

    private function rename(string $partId, string $name): void
    {
        foreach ($this->document->root->getElementsByTagName('score-part') as $part) {
            $label = $part->getAttribute('id') === $partId ? Xml::child($part, 'part-name') : null;
            if ($label !== null) {
                $label->textContent = $name;
            }
        }
    }
}
