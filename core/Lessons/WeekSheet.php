<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use DOMDocument;
use DOMElement;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\Xml;

/** Several lessons' parts one after another as one part, so that they share their pages: each begins a line under its title. */
final readonly class WeekSheet
{
    /**
     * @param non-empty-list<array{title: string, musicXml: string}> $lessons each of one part, with its signs
     * @param string $name of the part
     * @return string MusicXML, to be drawn
     * @throws UnreadableScore
     */
    public static function of(array $lessons, string $name): string
    {
        return self::score(array_map(
            static fn (array $lesson): array => ['title' => $lesson['title'], 'parts' => [$lesson['musicXml']]],
            $lessons,
        ), [$name]);
    }

    /**
     * The same with several parts, one under the other.
     *
     * @param non-empty-list<array{title: string, parts: list<string>}> $turns of each a part for every name, all as long
     * @param non-empty-list<string> $names
     * @return string MusicXML, to be drawn
     * @throws UnreadableScore
     */
    public static function score(array $turns, array $names): string
    {
        $sheet = new DOMDocument('1.0', 'UTF-8');
        $root = $sheet->createElement('score-partwise');
        $root->setAttribute('version', '4.0');
        $sheet->appendChild($root);
        $list = $root->appendChild($sheet->createElement('part-list'));
        foreach ($names as $index => $name) {
            $id = 'P' . ($index + 1);
            $label = $sheet->createElement('score-part');
            $label->setAttribute('id', $id);
            $label->appendChild($sheet->createElement('part-name'))->appendChild($sheet->createTextNode($name));
            $list->appendChild($label);
            $part = $sheet->createElement('part');
            $part->setAttribute('id', $id);
            $root->appendChild($part);
            foreach ($turns as ['title' => $title, 'parts' => $parts]) {
                self::append($part, Document::open($parts[$index] ?? $parts[0]), $index === 0 ? $title : null);
            }
        }
        $text = $sheet->saveXML();
        assert(is_string($text));

        return $text;
    }

    /** @param string|null $title under which its first measure begins a line; null where another part says it */
    private static function append(DOMElement $part, Document $lesson, ?string $title): void
    {
        $isFirst = true;
        foreach ($lesson->parts() as $own) {
            foreach (Xml::children($own) as $measure) {
                $copy = $part->ownerDocument?->importNode($measure, true);
                assert($copy instanceof DOMElement);
                self::forgetIds($copy);
                self::onAStaff($copy);
                if ($isFirst && $title !== null) {
                    self::begin($copy, $title, $part->hasChildNodes());
                }
                $isFirst = false;
                $part->appendChild($copy);
            }
            break;
        }
    }

    /** Two lessons may have notes of one name. */
    private static function forgetIds(DOMElement $measure): void
    {
        foreach (Xml::children($measure) as $element) {
            $element->removeAttribute('id');
        }
    }

    /** A rhythm alone stands on the middle line: the staff stays what it is, and no key is seen. */
    private static function onAStaff(DOMElement $measure): void
    {
        foreach (Xml::children($measure) as $element) {
            $unpitched = Xml::child($element, 'unpitched');
            $step = $unpitched === null ? null : Xml::child($unpitched, 'display-step');
            if ($step !== null) {
                $step->nodeValue = 'B';
            }
        }
        $attributes = Xml::child($measure, 'attributes');
        $lines = $attributes === null ? null : Xml::child($attributes, 'staff-details');
        $key = $attributes === null ? null : Xml::child($attributes, 'key');
        if ($lines !== null) {
            $attributes->removeChild($lines);
            $key?->setAttribute('print-object', 'no');
        }
    }

    private static function begin(DOMElement $measure, string $title, bool $isNewLine): void
    {
        $sheet = $measure->ownerDocument;
        assert($sheet !== null);
        $print = Xml::child($measure, 'print');
        if ($print !== null) {
            $measure->removeChild($print);
        }
        $words = $sheet->createElement('words');
        $words->setAttribute('font-weight', 'bold');
        $words->appendChild($sheet->createTextNode($title));
        $direction = $sheet->createElement('direction');
        $direction->setAttribute('placement', 'above');
        $direction->appendChild($sheet->createElement('direction-type'))->appendChild($words);
        $after = Xml::child($measure, 'attributes');
        $measure->insertBefore($direction, $after === null ? $measure->firstChild : $after->nextSibling);
        if ($isNewLine) {
            $break = $sheet->createElement('print');
            $break->setAttribute('new-system', 'yes');
            $measure->insertBefore($break, $measure->firstChild);
        }
    }
}
