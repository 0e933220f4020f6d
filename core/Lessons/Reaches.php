<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use DOMElement;
use UprightPencil\Format\MusicXml\Xml;

/** What begins in one measure of a part and ends in another: slurs, ties, hairpins. */
final class Reaches
{
    /** Elements that begin and end, with the attribute that tells those apart which are open at once. */
    private const ELEMENTS = ['slur', 'tied', 'tie', 'wedge'];

    /**
     * @param array<int, DOMElement> $measures
     * @return list<array{DOMElement, int, DOMElement, int}> the element that begins and its measure's key, the element that ends and its
     *     measure's key; only where these are two measures
     */
    public static function of(array $measures): array
    {
        $open = $found = [];
        foreach ($measures as $index => $measure) {
            foreach (Xml::children($measure) as $element) {
                // On one note ends come before beginnings, however they are written.
                foreach (['stop', 'start'] as $side) {
                    foreach (self::within($element) as [$end, $name]) {
                        if (($end->getAttribute('type') === 'stop') !== ($side === 'stop')) {
                            continue;
                        }
                        if ($side === 'start') {
                            $open[$name] = [$end, $index];
                        } elseif (isset($open[$name])) {
                            [$begun, $from] = $open[$name];
                            unset($open[$name]);
                            if ($from !== $index) {
                                $found[] = [$begun, $from, $end, $index];
                            }
                        }
                    }
                }
            }
        }

        return $found;
    }

    /** @return list<array{DOMElement, string}> beginnings and ends at a note or a direction, each with what pairs it */
    private static function within(DOMElement $element): array
    {
        $ends = [];
        foreach (in_array($element->nodeName, ['note', 'direction'], true) ? self::ELEMENTS : [] as $name) {
            foreach ($element->getElementsByTagName($name) as $end) {
                if ($end->getAttribute('type') === 'continue' || $end->getAttribute('type') === 'let-ring') {
                    continue;
                }
                $pitch = $name === 'tie' || $name === 'tied' ? Xml::child($element, 'pitch')->textContent ?? '' : '';
                $ends[] = [$end, $name . ' ' . ($end->getAttribute('number') ?: '1') . ' ' . preg_replace('~\s~', '', $pitch)];
            }
        }

        return $ends;
    }

    /** Takes away one end whose other end is gone. */
    public static function loosen(DOMElement $end): void
    {
        $direction = $end->nodeName === 'wedge' ? $end->parentNode?->parentNode : null;
        Xml::remove($direction instanceof DOMElement && $direction->nodeName === 'direction' ? $direction : $end);
    }
}
