<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMDocument;
use DOMElement;

/** Turns a timewise score (measures that hold parts) into a partwise one (parts that hold measures). */
final class Timewise
{
    public function toPartwise(DOMDocument $dom, DOMElement $timewise): DOMElement
    {
        $partwise = $dom->createElement('score-partwise');
        foreach ($timewise->attributes ?? [] as $attribute) {
            $partwise->setAttribute($attribute->nodeName, (string) $attribute->nodeValue);
        }
        $parts = [];
        foreach (iterator_to_array(Xml::children($timewise), false) as $element) {
            if ($element->nodeName !== 'measure') {
                $partwise->appendChild($element);
                continue;
            }
            foreach (iterator_to_array(Xml::children($element), false) as $part) {
                $id = $part->getAttribute('id');
                $parts[$id] ??= Xml::make($timewise, 'part', ['id' => $id]);
                $measure = $element->cloneNode(false);
                foreach (iterator_to_array(Xml::children($part), false) as $content) {
                    $measure->appendChild($content);
                }
                $parts[$id]->appendChild($measure);
            }
        }
        foreach ($parts as $part) {
            $partwise->appendChild($part);
        }
        // The document type named the other vocabulary; without one the file is just as valid.
        if ($dom->doctype !== null) {
            $dom->removeChild($dom->doctype);
        }
        $dom->replaceChild($partwise, $timewise);

        return $partwise;
    }
}
