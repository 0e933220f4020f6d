<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\PageSign;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Slur;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\FingerPrint;
use UprightPencil\Printing\NotePrint;
use UprightPencil\Printing\VisitWords;

/**
 * Lays the marks of planned parts into the imported document and leaves everything else as it stood.
 */
final class ScoreWriter
{
    /** Children of a note that come after its notations. */
    private const AFTER_NOTATIONS = ['lyric', 'play', 'listen'];

    /** How a finger that touches a harmonic ends in words. */
    private const TOUCHED = ' harmonic';

    /** Times the units of lengths are made smaller at most. */
    private const FINEST = 96;

    /** @var array<string, int> of the part that is written, by note id */
    private array $positions = [];
    /** @var array<int, list<array{int, int}>> first and last note of its slurs, by their number */
    private array $slurs = [];
    private int $addedLines = 0;
    /** @var array<string, true> notes of the part whose signs stand below the staff */
    private array $below = [];

    /** @param PlanOptions $options how the class reads: the wording of altered fingers, the open string's sign */
    public function __construct(private readonly Document $document, private readonly PlanOptions $options = new PlanOptions())
    {
    }

    /**
     * @param list<PartPlan> $plans
     * @param bool $onlyThese leaves the other parts out of the file
     */
    public function write(array $plans, bool $onlyThese = false): string
    {
        Accidentals::complete($this->document);
        foreach ($plans as $plan) {
            $positions = $this->positions = $plan->part->positionsById();
            $this->slurs = $this->below = [];
            $lower = $plan->part->lowerLines();
            foreach ($lower === [] ? [] : $plan->part->notes as $note) {
                if (isset($lower[$note->line])) {
                    $this->below[$note->id] = true;
                }
            }
            foreach ($plan->part->slurs as $slur) {
                $this->slurs[(int) $slur->number][] = [$slur->from, $slur->to];
            }
            foreach ($plan->prints as $noteId => $print) {
                $this->note($plan, (string) $noteId, $print);
            }
            $splitter = new NoteSplitter();
            $finer = 1;
            foreach ($plan->prints as $noteId => $print) {
                if ($print->changes !== []) {
                    $length = $plan->part->notes[$positions[$noteId]]->duration;
                    $needs = $splitter->needs($this->document->notes[$noteId], $length, $print->changes);
                    $together = Fraction::commonMultiple($finer, $needs);
                    $finer = $together <= self::FINEST ? $together : $finer;
                }
            }
            if ($finer > 1) {
                $this->divideFiner($plan->part->id, $finer);
            }
            // Splitting notes comes last: it makes noteheads the prints do not know.
            foreach ($plan->prints as $noteId => $print) {
                if ($print->changes !== []) {
                    $length = $plan->part->notes[$positions[$noteId]]->duration;
                    $splitter->split($this->document->notes[$noteId], $length, $print->changes);
                }
            }
        }
        if ($onlyThese) {
            $this->keepOnly(array_map(static fn (PartPlan $plan): string => $plan->part->id, $plans));
        }

        return $this->document->toString();
    }

    /** One part of the document alone, every note with its id and the accidentals a reader needs, nothing else changed. */
    public function part(string $partId): string
    {
        Accidentals::complete($this->document);
        $this->keepOnly([$partId]);

        return $this->document->toString();
    }

    /** Letter names under the notes of a part, for beginners. Tied notes keep the name of the first. */
    public function nameNotes(PartPlan $plan): void
    {
        // Under the words that are sung, where there are any.
        $row = 1;
        foreach ($this->document->root->getElementsByTagName('lyric') as $sung) {
            $row = max($row, 1 + (int) $sung->getAttribute('number'));
        }
        foreach ($plan->part->notes as $note) {
            if ($note->pitch !== null && !$note->isGrace && !$note->inChord && !$note->tieStop) {
                $lyric = Xml::add($this->document->notes[$note->id], 'lyric', ['number' => (string) $row, 'placement' => 'below']);
                Xml::add($lyric, 'syllabic', [], 'single');
                Xml::add($lyric, 'text', [], $note->pitch->spoken());
            }
        }
    }

    private function note(PartPlan $plan, string $noteId, NotePrint $print): void
    {
        $element = $this->document->notes[$noteId];
        if ($print->crossOutSign) {
            self::takeOutSign($element);
        }
        if ($print->sign !== null && $print->isSignNew) {
            $placement = isset($this->below[$noteId]) ? ['placement' => 'below'] : [];
            Xml::add(Xml::need(self::notations($element), 'technical'), $print->sign->value . '-bow', $placement);
        }
        if ($print->linkFrom !== null) {
            $this->addSlur($print->linkFrom, $noteId, 'dotted');
        }
        if ($print->commaOn !== null) {
            $this->addComma($this->document->notes[$print->commaOn]);
        }
        foreach ($print->slursTo as $to) {
            $this->addSlur($noteId, $to, 'dashed');
        }
        foreach ($print->slursTakenOut as $to) {
            $this->takeOutSlur($plan, $noteId, $to);
        }
        foreach (VisitWords::of($print->otherPasses) as $visit) {
            $this->addWords($noteId, "{$visit->words} ", [], $visit->sign);
        }
        foreach ($print->words as $words) {
            $this->addWords($noteId, $words);
        }
        foreach ($print->choices as $choice) {
            $this->addWords($noteId, $this->choiceWords($choice));
        }
        if ($print->finger !== null) {
            $held = ($plan->fingers->at($noteId) ?? null)?->number;
            $this->finger($noteId, $print->finger, $print->leavesOpen(Slot::Finger), $held ?? 0);
        }
    }

    private function side(string $noteId): string
    {
        return isset($this->below[$noteId]) ? 'below' : 'above';
    }

    /** @param int $held the finger that may be left down, 0 for none */
    private function finger(string $noteId, FingerPrint $finger, bool $isOpen, int $held): void
    {
        $element = $this->document->notes[$noteId];
        if ($finger->finger !== '' && $finger->isFingerNew && !$isOpen) {
            $technical = Xml::need(self::notations($element), 'technical');
            foreach (iterator_to_array(Xml::children($technical), false) as $sign) {
                if (in_array($sign->nodeName, ['fingering', 'open-string'], true)) {
                    Xml::remove($sign);
                }
            }
            $slide = $finger->slideFrom === null ? '' : '–';
            $isTouched = str_ends_with($finger->finger, self::TOUCHED);
            $text = $isTouched ? substr($finger->finger, 0, -strlen(self::TOUCHED)) : $finger->finger;
            if ($isTouched && Xml::child($technical, 'harmonic') === null) {
                Xml::add(Xml::add($technical, 'harmonic'), 'natural');
            }
            Xml::add($technical, 'fingering', ['placement' => $this->side($noteId)], $slide . $this->options->fingerAsRead($text));
        }
        if ($finger->finger === '' && $finger->slideFrom !== null && !$isOpen) {
            // The finger has been said: that it slides has not.
            if ($held > 0) {
                Xml::add(Xml::need(self::notations($element), 'technical'), 'fingering', ['placement' => $this->side($noteId)], "–{$held}");
            } else {
                $this->addWords($noteId, 'slide');
            }
        }
        foreach ($finger->signs as $sign) {
            if ($sign->sign() === PageSign::Divisi) {
                $this->addWords($noteId, 'div.');
            } else {
                SignWriter::write($element, $sign->sign());
            }
        }
        if ($finger->string !== '') {
            $this->addWords($noteId, "sul {$finger->string}");
        }
        if ($finger->position !== '') {
            $this->addWords($noteId, $finger->position, ['font-weight' => 'bold', 'font-style' => 'normal']);
            if ($finger->position !== 'I' && $finger->positionTo !== null && $finger->positionTo !== $noteId) {
                $side = $this->side($noteId);
                $style = ['line-type' => 'dashed', 'line-end' => $side === 'above' ? 'down' : 'up'];
                $this->addLine($noteId, $finger->positionTo, $style, $side);
            }
        }
        if ($finger->leaveDownTo !== null) {
            // Words, and a line to where it is lifted: a number under a bare line would be an ending.
            $this->addWords($noteId, $held > 0 ? "keep {$held}" : 'keep down');
            if ($finger->leaveDownTo !== $noteId) {
                $this->addLine($noteId, $finger->leaveDownTo, placement: $this->side($noteId));
            }
        }
    }

    /**
     * A thin line from its words: to where a finger is lifted, or a position ends.
     *
     * @param array<string, string> $style
     */
    private function addLine(string $from, string $to, array $style = [], string $placement = 'above'): void
    {
        $number = (string) (1 + $this->addedLines++ % 6);
        foreach ([[$from, 'start'], [$to, 'stop']] as [$id, $type]) {
            $note = $this->document->notes[$id];
            $measure = $note->parentNode;
            if ($measure instanceof DOMElement) {
                $direction = Xml::make($note, 'direction', ['placement' => $placement]);
                $attributes = ['type' => $type, 'number' => $number, 'line-end' => 'none', 'line-type' => 'solid'];
                $attributes = [...$attributes, ...($type === 'stop' ? $style : array_diff_key($style, ['line-end' => 0]))];
                Xml::add(Xml::add($direction, 'direction-type'), 'bracket', $attributes);
                $measure->insertBefore($direction, $type === 'start' ? Xml::chordHead($note) : Xml::chordEnd($note)->nextSibling);
            }
        }
    }

    /** What an open choice says on the page: both possibilities, the signs of the bow drawn. */
    private function choiceWords(Mark $choice): string
    {
        $words = array_map(fn (MarkKind $kind): string => match (true) {
            $kind instanceof BowDirection => $kind->direction === Direction::Down ? '⊓' : 'V',
            $kind instanceof SlurTo => 'slur',
            $kind->slot() === Slot::Finger => $this->options->fingerAsRead($kind->words()),
            default => $kind->words(),
        }, $choice->kinds);

        return implode(' or ', $words);
    }

    private static function takeOutSign(DOMElement $note): void
    {
        foreach (iterator_to_array(Xml::children($note), false) as $notations) {
            $technical = $notations->nodeName === 'notations' ? Xml::child($notations, 'technical') : null;
            if ($technical === null) {
                continue;
            }
            foreach (iterator_to_array(Xml::children($technical), false) as $sign) {
                if (in_array($sign->nodeName, ['down-bow', 'up-bow'], true)) {
                    Xml::remove($sign);
                }
            }
            self::dropEmpty($technical);
            self::dropEmpty($notations);
        }
    }

    private function addSlur(string $from, string $to, string $style): void
    {
        $number = $this->slurNumber($from, $to);
        foreach ([[$from, 'start'], [$to, 'stop']] as [$id, $type]) {
            $attributes = ['type' => $type, 'number' => $number];
            if ($type === 'start') {
                $attributes['line-type'] = $style;
            }
            Xml::add(self::notations($this->document->notes[$id]), 'slur', $attributes);
        }
    }

    /**
     * A number, from 1 to 6 as the format has them, that no other slur bears from one note to another.
     */
    private function slurNumber(string $from, string $to): string
    {
        $span = [$this->positions[$from] ?? 0, $this->positions[$to] ?? 0];
        for ($number = 1; $number < 6; $number++) {
            $isFree = true;
            foreach ($this->slurs[$number] ?? [] as [$begin, $end]) {
                $isFree = $isFree && ($end < $span[0] || $begin > $span[1]);
            }
            if ($isFree) {
                break;
            }
        }
        $this->slurs[$number][] = $span;

        return (string) $number;
    }

    /** Makes the units of a part's lengths so many times smaller, so that a note can be cut where a bow changes. */
    private function divideFiner(string $partId, int $times): void
    {
        foreach ($this->document->parts() as $part) {
            if ($part->getAttribute('id') !== $partId) {
                continue;
            }
            foreach (['divisions', 'duration', 'offset'] as $name) {
                foreach ($part->getElementsByTagName($name) as $element) {
                    $element->textContent = (string) ((float) $element->textContent * $times);
                }
            }
        }
    }

    private function takeOutSlur(PartPlan $plan, string $from, string $to): void
    {
        foreach ($plan->part->slurs as $slur) {
            if ($plan->part->notes[$slur->from]->id === $from && $plan->part->notes[$slur->to]->id === $to) {
                $this->dropSlurEnd($from, $slur, 'start');
                $this->dropSlurEnd($to, $slur, 'stop');
            }
        }
    }

    private function dropSlurEnd(string $id, Slur $slur, string $type): void
    {
        foreach (iterator_to_array(Xml::children($this->document->notes[$id]), false) as $notations) {
            if ($notations->nodeName !== 'notations') {
                continue;
            }
            foreach (iterator_to_array(Xml::children($notations), false) as $element) {
                $number = $element->getAttribute('number') ?: '1';
                if ($element->nodeName === 'slur' && $number === $slur->number && $element->getAttribute('type') === $type) {
                    Xml::remove($element);
                    self::dropEmpty($notations);

                    return;
                }
            }
        }
    }

    private function addComma(DOMElement $note): void
    {
        $articulations = Xml::need(self::notations($note), 'articulations');
        if (Xml::child($articulations, 'breath-mark') === null) {
            Xml::add($articulations, 'breath-mark', [], 'comma');
        }
    }

    /**
     * @param array<string, string> $style over the usual small italics
     * @param Direction|null $sign of the bow, after the words
     */
    private function addWords(string $noteId, string $words, array $style = [], ?Direction $sign = null): void
    {
        $note = $this->document->notes[$noteId];
        $measure = $note->parentNode;
        if (!$measure instanceof DOMElement) {
            return;
        }
        $direction = Xml::make($note, 'direction', ['placement' => $this->side($noteId)]);
        $type = Xml::add($direction, 'direction-type');
        Xml::add($type, 'words', [...['font-style' => 'italic', 'font-size' => '9'], ...$style], $words);
        if ($sign !== null) {
            $name = $sign === Direction::Down ? 'stringsDownBow' : 'stringsUpBow';
            Xml::add(Xml::add($direction, 'direction-type'), 'symbol', [], $name);
        }
        foreach (['voice', 'staff'] as $name) {
            $value = Xml::text($note, $name);
            if ($value !== null) {
                Xml::add($direction, $name, [], $value);
            }
        }
        // Between the notes of a chord time has moved on already.
        $measure->insertBefore($direction, Xml::chordHead($note));
    }

    /** @param list<string> $partIds */
    private function keepOnly(array $partIds): void
    {
        $list = Xml::child($this->document->root, 'part-list');
        foreach ([$this->document->root, ...($list === null ? [] : [$list])] as $parent) {
            foreach (iterator_to_array(Xml::children($parent), false) as $child) {
                $isPart = in_array($child->nodeName, ['part', 'score-part'], true);
                $isBracket = $child->nodeName === 'part-group';
                if ($isBracket || ($isPart && !in_array($child->getAttribute('id'), $partIds, true))) {
                    Xml::remove($child);
                }
            }
        }
    }

    /** The note's first notations element, made at its proper place when there is none. */
    public static function notations(DOMElement $note): DOMElement
    {
        $notations = Xml::child($note, 'notations');
        if ($notations !== null) {
            return $notations;
        }
        $notations = Xml::make($note, 'notations');
        foreach (Xml::children($note) as $child) {
            if (in_array($child->nodeName, self::AFTER_NOTATIONS, true)) {
                $note->insertBefore($notations, $child);

                return $notations;
            }
        }
        $note->appendChild($notations);

        return $notations;
    }

    private static function dropEmpty(DOMElement $element): void
    {
        if (iterator_count(Xml::children($element)) === 0) {
            Xml::remove($element);
        }
    }
}
