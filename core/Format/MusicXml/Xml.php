<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use DOMNode;

/**
 * Small steps through an XML tree. They walk from sibling to sibling, which stays linear in the size of the file.
 */
final class Xml
{
    /** @return \Generator<int, DOMElement> */
    public static function children(DOMNode $parent): \Generator
    {
        for ($node = $parent->firstChild; $node !== null; $node = $node->nextSibling) {
            if ($node instanceof DOMElement) {
                yield $node;
            }
        }
    }

    public static function child(DOMNode $parent, string $name): ?DOMElement
    {
        for ($node = $parent->firstChild; $node !== null; $node = $node->nextSibling) {
            if ($node->nodeName === $name && $node instanceof DOMElement) {
                return $node;
            }
        }

        return null;
    }

    /** The first notehead of the chord a note belongs to: nothing may stand between the notes of a chord. */
    public static function chordHead(DOMElement $note): DOMElement
    {
        // Files from elsewhere have words between the notes of a chord.
        for ($before = $note; $before !== null && self::child($note, 'chord') !== null; $before = $before->previousElementSibling) {
            $note = $before->nodeName === 'note' ? $before : $note;
        }

        return $note;
    }

    /** The last notehead of the chord a note belongs to. */
    public static function chordEnd(DOMElement $note): DOMElement
    {
        while (($next = $note->nextElementSibling)?->nodeName === 'note' && self::child($next, 'chord') !== null) {
            $note = $next;
        }

        return $note;
    }

    /** Whether a note element is a rest: told by the first of its children that names a pitch or a rest. */
    public static function isRest(DOMElement $note): bool
    {
        for ($node = $note->firstChild; $node !== null; $node = $node->nextSibling) {
            switch ($node->nodeName) {
                case 'pitch':
                case 'unpitched':
                    return false;
                case 'rest':
                    return true;
            }
        }

        return false;
    }

    /** The trimmed text of a child element, null when there is none. */
    public static function text(DOMNode $parent, string $name): ?string
    {
        $child = self::child($parent, $name);

        return $child === null ? null : trim($child->textContent);
    }

    /** The child of this name, added at the end when it is not there yet. */
    public static function need(DOMElement $parent, string $name): DOMElement
    {
        return self::child($parent, $name) ?? self::add($parent, $name);
    }

    /** @param array<string, string> $attributes */
    public static function add(DOMElement $parent, string $name, array $attributes = [], string $text = ''): DOMElement
    {
        $child = self::make($parent, $name, $attributes, $text);
        $parent->appendChild($child);

        return $child;
    }

    /** @param array<string, string> $attributes */
    public static function make(DOMElement $near, string $name, array $attributes = [], string $text = ''): DOMElement
    {
        $document = $near->ownerDocument;
        assert($document !== null);
        $child = $document->createElement($name);
        foreach ($attributes as $attribute => $value) {
            $child->setAttribute($attribute, $value);
        }
        if ($text !== '') {
            $child->appendChild($document->createTextNode($text));
        }

        return $child;
    }

    public static function remove(DOMElement $element): void
    {
        $element->parentNode?->removeChild($element);
    }

    /** Takes everything of these names out of an element. */
    public static function strip(DOMElement $in, string ...$names): void
    {
        foreach ($names as $name) {
            foreach (iterator_to_array($in->getElementsByTagName($name), false) as $element) {
                self::remove($element);
            }
        }
    }
}
