<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Music\Direction;

/** What is written at a note, gathered while its element is read: ties, articulations, and the signs of both hands. */
final class NoteSigns
{
    public bool $tieStart = false;
    public bool $tieStop = false;
    public bool $commaAfter = false;
    public bool $tremolo = false;
    /** @var list<string> names of the elements */
    public array $articulations = [];
    public ?Direction $bow = null;
    /** @var list<string> as they are written */
    public array $fingerings = [];
    public ?string $string = null;
    public bool $openString = false;
    public bool $harmonic = false;

    /** A `<tie>` or a `<tied>`: files have one of them, or both. */
    public function tie(DOMElement $tie): void
    {
        $type = $tie->getAttribute('type');
        $this->tieStart = $this->tieStart || $type === 'start';
        $this->tieStop = $this->tieStop || $type === 'stop';
    }

    public function notations(DOMElement $notations): void
    {
        foreach (Xml::children($notations) as $notation) {
            match ($notation->nodeName) {
                'tied' => $this->tie($notation),
                'articulations' => $this->articulations($notation),
                'ornaments' => $this->ornaments($notation),
                'technical' => $this->technical($notation),
                default => null,
            };
        }
    }

    private function articulations(DOMElement $articulations): void
    {
        foreach (Xml::children($articulations) as $articulation) {
            if (in_array($articulation->nodeName, ['breath-mark', 'caesura'], true)) {
                $this->commaAfter = true;
            } else {
                $this->articulations[] = $articulation->nodeName;
            }
        }
    }

    private function ornaments(DOMElement $ornaments): void
    {
        $tremolo = Xml::child($ornaments, 'tremolo');
        $this->tremolo = $this->tremolo || ($tremolo !== null && (int) $tremolo->textContent > 0);
    }

    private function technical(DOMElement $technical): void
    {
        foreach (Xml::children($technical) as $sign) {
            switch ($sign->nodeName) {
                case 'down-bow':
                    $this->bow = Direction::Down;
                    break;
                case 'up-bow':
                    $this->bow = Direction::Up;
                    break;
                case 'fingering':
                    $this->fingerings[] = trim($sign->textContent);
                    break;
                case 'string':
                    $this->string = trim($sign->textContent);
                    break;
                case 'open-string':
                    $this->openString = true;
                    break;
                case 'harmonic':
                    $this->harmonic = true;
                    break;
            }
        }
    }
}
