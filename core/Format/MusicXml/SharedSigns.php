<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;

/** What holds for everybody, rehearsal marks and tempos, as a score shows it: once, over the top part. */
final class SharedSigns
{
    /** Takes out of the lower parts what stands in the same measure of the top part too, and what stands there twice. */
    public static function sayOnce(Document $document): void
    {
        /** @var array<int, array<string, true>> $said what is said over each measure */
        $said = [];
        foreach (Xml::children($document->root) as $part) {
            if ($part->nodeName !== 'part') {
                continue;
            }
            $index = 0;
            foreach (iterator_to_array(Xml::children($part), false) as $measure) {
                if ($measure->nodeName === 'measure') {
                    self::inMeasure($measure, $said, $index++);
                }
            }
        }
    }

    /** @param array<int, array<string, true>> $said */
    private static function inMeasure(DOMElement $measure, array &$said, int $index): void
    {
        foreach (iterator_to_array(Xml::children($measure), false) as $direction) {
            $what = $direction->nodeName === 'direction' ? self::shared($direction) : '';
            if ($what === '') {
                continue;
            }
            if (isset($said[$index][$what])) {
                Xml::remove($direction);
            }
            $said[$index][$what] = true;
        }
    }

    /** What a direction says to all players; empty where it speaks to its own part. */
    private static function shared(DOMElement $direction): string
    {
        $kinds = [];
        foreach (Xml::children($direction) as $type) {
            foreach ($type->nodeName === 'direction-type' ? Xml::children($type) : [] as $sign) {
                $kinds[] = $sign->nodeName;
            }
        }
        $isTempo = Xml::child($direction, 'sound')?->hasAttribute('tempo') === true;
        $isShared = $isTempo || array_intersect($kinds, ['rehearsal', 'metronome', 'segno', 'coda']) !== [];

        return $isShared ? implode(' ', $kinds) . ' ' . preg_replace('~\s+~', ' ', trim($direction->textContent)) : '';
    }
}
