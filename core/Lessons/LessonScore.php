<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use DOMElement;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/** One typed line as a score: a part for every section, each in its own clef and octave. Of a duet, every section gets both lines. */
final readonly class LessonScore
{
    /** More voices than these are no duet. */
    public const MOST_LINES = 2;

    /** @param list<SectionLine> $lines in the order of the parts */
    private function __construct(public string $musicXml, public array $lines)
    {
    }

    /**
     * @param Document $typed the line as violins read it; it is taken apart and cannot be used afterwards
     * @param non-empty-list<LessonSection> $sections
     * @param array<string, SectionChoice> $choices by section
     * @param int $raised octaves by which the line is typed lower than violins read it: 1 for a line a cello reads
     * @param string|null $only id of the one part that is written, while it is looked at; the first where there is no such part
     * @throws UnreadableScore
     * @throws MusicException
     */
    public static function of(
        Document $typed,
        OctaveRule $rule,
        array $sections,
        array $choices = [],
        int $raised = 0,
        ?string $only = null,
    ): self {
        self::raise($typed, $raised);
        $score = (new ScoreReader())->fromDocument($typed);
        $parts = array_slice($score->parts, 0, self::MOST_LINES);
        $elements = [];
        foreach ($typed->parts() as $element) {
            $elements[$element->getAttribute('id')] = $element;
        }
        $instruments = array_map(static fn (LessonSection $section): Instrument => $section->instrument(), $sections);
        $octaves = $rule->of($score, $parts, $instruments);
        $written = $lines = [];
        if ($only !== null && !in_array($only, self::ids(count($sections) * count($parts)), true)) {
            $only = 'P1';
        }
        foreach ($sections as $section) {
            $instrument = $section->instrument();
            $choice = $choices[$section->value] ?? new SectionChoice();
            $octave = $choice->octaves === null
                ? $octaves[$instrument->value]
                : $rule->at($score, $parts, $instrument, $choice->octaves);
            foreach ($parts as $index => $part) {
                $id = 'P' . (count($lines) + 1);
                $moves = new OctaveMoves($rule, $score, $part, $instrument, $octave->octaves, $octave->outside[$index] ?? []);
                $by = $moves->by($choice->found);
                $lines[] = new SectionLine(
                    $id,
                    $section,
                    $index,
                    $octave,
                    self::told($score, $part, $by, $section),
                    self::told($score, $part, $moves->by(NotesFound::Singly), $section),
                    $moves->lost(),
                    $moves->by(NotesFound::ByPhrase) !== $moves->by(NotesFound::Singly) && $moves->hasPhrases(),
                );
                if ($only !== null && $only !== $id) {
                    continue;
                }
                $name = $section->partName() . ($index > 0 ? SectionLine::SECOND : '');
                $written[] = self::part($elements[$part->id], $id, $name, $section, $octave->octaves, $by);
            }
        }
        self::replace($typed, $written);

        return new self($typed->toString(), $lines);
    }

    /** @return list<string> */
    private static function ids(int $count): array
    {
        return array_map(static fn (int $number): string => "P{$number}", range(1, $count));
    }

    private static function raise(Document $typed, int $octaves): void
    {
        foreach ($octaves === 0 ? [] : $typed->notes as $note) {
            $pitch = Xml::child($note, 'pitch');
            $octave = $pitch === null ? null : Xml::child($pitch, 'octave');
            if ($octave !== null) {
                $octave->nodeValue = (string) max(0, min(9, (int) $octave->textContent + $octaves));
            }
        }
    }

    /**
     * @param array<int, int> $by octaves by position in the part
     * @return list<MovedNote>
     */
    private static function told(Score $score, Part $part, array $by, LessonSection $section): array
    {
        $told = [];
        foreach ($by as $position => $octaves) {
            $note = $part->notes[$position];
            $place = PlaceWords::of($score->measures[$note->measure], $note->offset);
            $where = $octaves > 0 ? 'an octave higher' : 'an octave lower';
            $name = $note->pitch?->spoken();
            $told[] = new MovedNote(
                $note->measure,
                $note->offset,
                $octaves,
                "{$section->partName()}, {$place}: {$name} lies outside what the class has learned; {$where} it is inside",
            );
        }

        return $told;
    }

    /**
     * A line as a section reads it.
     *
     * @param array<int, int> $by octaves more, by the position of the note in the part
     * @return array{DOMElement, DOMElement} the entry in the list of parts, and the part
     */
    public static function part(
        DOMElement $line,
        string $id,
        string $name,
        LessonSection $section,
        int $octaves,
        array $by,
    ): array {
        $part = $line->cloneNode(true);
        assert($part instanceof DOMElement);
        $part->setAttribute('id', $id);
        $position = 0;
        $isFirst = true;
        foreach (Xml::children($part) as $measure) {
            foreach (Xml::children($measure) as $element) {
                if ($element->nodeName === 'attributes') {
                    self::writeClef($element, $isFirst ? $section : null);
                    $isFirst = false;
                }
                if ($element->nodeName !== 'note' || Xml::isRest($element)) {
                    continue;
                }
                $element->removeAttribute('id');
                $pitch = Xml::child($element, 'pitch');
                $octave = $pitch === null ? null : Xml::child($pitch, 'octave');
                if ($octave !== null) {
                    $octave->nodeValue = (string) max(0, min(9, (int) $octave->textContent + $octaves + ($by[$position] ?? 0)));
                }
                $position++;
            }
        }
        $owner = $part->ownerDocument;
        assert($owner !== null);
        $label = $owner->createElement('score-part');
        $label->setAttribute('id', $id);
        $label->appendChild($owner->createElement('part-name', $name));

        return [$label, $part];
    }

    /** @param LessonSection|null $section whose clef is written; null takes one away */
    private static function writeClef(DOMElement $attributes, ?LessonSection $section): void
    {
        foreach ([...Xml::children($attributes)] as $element) {
            if (in_array($element->nodeName, ['clef', 'transpose', 'staff-details'], true)) {
                $attributes->removeChild($element);
            }
        }
        $owner = $attributes->ownerDocument;
        if ($section === null || $owner === null) {
            return;
        }
        [$sign, $line] = $section->clef();
        $clef = $owner->createElement('clef');
        $clef->appendChild($owner->createElement('sign', $sign));
        $clef->appendChild($owner->createElement('line', (string) $line));
        $attributes->appendChild($clef);
        if ($section->instrument() === Instrument::Bass) {
            // Basses sound an octave below what they read.
            $transpose = $owner->createElement('transpose');
            $transpose->appendChild($owner->createElement('diatonic', '0'));
            $transpose->appendChild($owner->createElement('chromatic', '0'));
            $transpose->appendChild($owner->createElement('octave-change', '-1'));
            $attributes->appendChild($transpose);
        }
    }

    /** @param list<array{DOMElement, DOMElement}> $written */
    private static function replace(Document $typed, array $written): void
    {
        $list = Xml::child($typed->root, 'part-list');
        assert($list !== null);
        foreach ([...Xml::children($list)] as $label) {
            $list->removeChild($label);
        }
        foreach (iterator_to_array($typed->parts(), false) as $part) {
            $typed->root->removeChild($part);
        }
        foreach ($written as [$label, $part]) {
            $list->appendChild($label);
            $typed->root->appendChild($part);
        }
    }
}
