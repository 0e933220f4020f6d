<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\NoteValue;
use UprightPencil\Printing\PrintedChange;

/**
 * Splits a long note into tied parts where the bow changes inside it, each with its sign.
 *
 * A staggered change is a word over the beat instead: partners do it at different places.
 */
final readonly class NoteSplitter
{
    /**
     * @param Fraction $quarters length of the note
     * @param list<PrintedChange> $changes
     */
    public function split(DOMElement $note, Fraction $quarters, array $changes): void
    {
        $duration = Xml::text($note, 'duration');
        if ($duration === null || !$quarters->isPositive()) {
            return;
        }
        if (Xml::child($note, 'chord') !== null || $this->isChordHead($note)) {
            // A chord stays whole: where its bow changes is said in words.
            foreach ($changes as $change) {
                $this->words(Xml::chordHead($note), $change->words());
            }

            return;
        }
        $cuts = [];
        foreach ($changes as $change) {
            $offset = $change->change->offset;
            if (!$change->isForAll()) {
                $this->words($note, $change->words());
            } elseif ($offset->isPositive() && $offset->isLessThan($quarters)) {
                $cuts[] = [$offset, $change->change->direction];
            }
        }
        if ($cuts === []) {
            return;
        }
        $pieces = [];
        $from = Fraction::zero();
        $sign = null;
        foreach ([...$cuts, [$quarters, null]] as [$to, $direction]) {
            foreach (NoteValue::spell($to->minus($from)) as $value) {
                $pieces[] = [$value, $sign];
                $sign = null;
            }
            $from = $to;
            $sign = $direction;
        }
        $this->lay($note, $pieces, Fraction::of((int) $duration)->dividedBy($quarters));
    }

    /**
     * How many times finer the units of the part's lengths must be for a note to be cut at its changes; 1 where they are fine enough.
     *
     * @param list<PrintedChange> $changes
     */
    public function needs(DOMElement $note, Fraction $quarters, array $changes): int
    {
        $duration = Xml::text($note, 'duration') ?? '';
        if (!ctype_digit($duration) || !$quarters->isPositive()) {
            return 1;
        }
        $divisions = Fraction::of((int) $duration)->dividedBy($quarters);
        $cuts = [];
        foreach ($changes as $change) {
            $offset = $change->change->offset;
            if ($change->isForAll() && $offset->isPositive() && $offset->isLessThan($quarters)) {
                $cuts[] = $offset;
            }
        }
        $needs = 1;
        $from = Fraction::zero();
        foreach ([...$cuts, $quarters] as $to) {
            foreach (NoteValue::spell($to->minus($from)) as $value) {
                $needs = Fraction::commonMultiple($needs, $value->length->times($divisions)->denominator);
            }
            $from = $to;
        }

        return $needs;
    }

    /** @param list<array{NoteValue, Direction|null}> $pieces */
    private function lay(DOMElement $note, array $pieces, Fraction $divisions): void
    {
        $last = count($pieces) - 1;
        $wasTied = $this->ties($note);
        $after = $note;
        foreach ($pieces as $index => [$value, $sign]) {
            $piece = $index === 0 ? $note : $this->copy($note, $index);
            $this->setValue($piece, $value, $divisions);
            $this->setTies($piece, $index > 0 || $wasTied['stop'], $index < $last || $wasTied['start']);
            if ($sign !== null) {
                Xml::add(Xml::need(ScoreWriter::notations($piece), 'technical'), $sign->value . '-bow');
            }
            if ($index > 0) {
                $after->parentNode?->insertBefore($piece, $after->nextSibling);
            }
            $after = $piece;
        }
    }

    private function copy(DOMElement $note, int $index): DOMElement
    {
        $piece = $note->cloneNode(true);
        assert($piece instanceof DOMElement);
        $piece->setAttribute('id', $note->getAttribute('id') . '-c' . $index);
        foreach (['notations', 'lyric', 'accidental'] as $name) {
            while (($child = Xml::child($piece, $name)) !== null) {
                Xml::remove($child);
            }
        }

        return $piece;
    }

    private function setValue(DOMElement $note, NoteValue $value, Fraction $divisions): void
    {
        $duration = Xml::need($note, 'duration');
        $duration->textContent = (string) $value->length->times($divisions)->floor();
        while (($dot = Xml::child($note, 'dot')) !== null) {
            Xml::remove($dot);
        }
        $type = Xml::child($note, 'type');
        if ($type !== null) {
            $type->textContent = $value->type;
            if ($value->dots > 0) {
                $note->insertBefore(Xml::make($note, 'dot'), $type->nextSibling);
            }
        }
    }

    private function setTies(DOMElement $note, bool $stops, bool $starts): void
    {
        while (($tie = Xml::child($note, 'tie')) !== null) {
            Xml::remove($tie);
        }
        $notations = Xml::child($note, 'notations');
        foreach ($notations === null ? [] : iterator_to_array(Xml::children($notations), false) as $tied) {
            if ($tied->nodeName === 'tied') {
                Xml::remove($tied);
            }
        }
        $next = Xml::child($note, 'duration')?->nextSibling;
        // The tie that ends here comes first: read in this order, the one that begins is not closed by it.
        foreach (['stop' => $stops, 'start' => $starts] as $type => $is) {
            if ($is) {
                $note->insertBefore(Xml::make($note, 'tie', ['type' => $type]), $next);
                Xml::add(ScoreWriter::notations($note), 'tied', ['type' => $type]);
            }
        }
    }

    /** @return array{start: bool, stop: bool} */
    private function ties(DOMElement $note): array
    {
        $ties = ['start' => false, 'stop' => false];
        foreach (Xml::children($note) as $child) {
            if ($child->nodeName === 'tie' && isset($ties[$child->getAttribute('type')])) {
                $ties[$child->getAttribute('type')] = true;
            }
        }

        return $ties;
    }

    private function isChordHead(DOMElement $note): bool
    {
        for ($next = $note->nextSibling; $next !== null; $next = $next->nextSibling) {
            if ($next instanceof DOMElement) {
                return $next->nodeName === 'note' && Xml::child($next, 'chord') !== null;
            }
        }

        return false;
    }

    private function words(DOMElement $note, string $words): void
    {
        $direction = Xml::make($note, 'direction', ['placement' => 'above']);
        Xml::add(Xml::add($direction, 'direction-type'), 'words', ['font-style' => 'italic', 'font-size' => '8'], $words);
        $note->parentNode?->insertBefore($direction, $note);
    }
}
