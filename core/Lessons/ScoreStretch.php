<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use DOMElement;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;

/** Some measures of one part of any score, as the text somebody would have typed for them. */
final readonly class ScoreStretch
{
    /** What an `attributes` element may hold and a line is typed under, in the order the format wants. */
    private const HELD = ['divisions', 'key', 'time', 'staves', 'clef', 'transpose'];

    private function __construct(
        /** Index of the first measure. */
        public int $from,
        /** Index of the last. */
        public int $to,
        /** Printed number of the first full measure, as a typed passage has it: a short one before it is its pickup. */
        public int $firstMeasure,
        /** The line, with a head of its own. */
        public string $abc,
    ) {
    }

    /**
     * @param int $from index of the first measure
     * @param int $to of the last
     * @param bool $isWhole whether it goes on before and after as far as slurs, ties and hairpins reach out of it, so that none is cut
     * @throws UnreadableScore when one of the measures cannot be told as one line
     */
    public static function of(string $musicXml, string $partId, int $from, int $to, bool $isWhole = true): self
    {
        $document = Document::open($musicXml);
        $score = (new ScoreReader())->fromDocument($document);
        $part = self::part($document, $partId);
        $measures = self::measures($part);
        $to = max(0, min($to, count($measures) - 1));
        $from = max(0, min($from, $to));
        if ($isWhole) {
            [$from, $to] = self::whole(Reaches::of($measures), $from, $to);
        }
        while ($from > 0 && !ctype_digit($score->measures[$from]->number)) {
            // A measure without a number of its own is typed after one that has.
            $from--;
        }
        for ($index = $from; $index <= $to; $index++) {
            self::refuseVoices($measures[$index], $score, $index);
        }
        self::cut($document, $part, $measures, $from, $to);
        self::tempo($measures[$from], $score, $from);
        $first = $score->measures[$from];

        return new self(
            $from,
            $to,
            (int) $first->number + ($first->isShort() ? 1 : 0),
            self::asTyped((new AbcWriter())->write($document)),
        );
    }

    /** @throws UnreadableScore */
    public static function part(Document $document, string $partId): DOMElement
    {
        foreach ($document->parts() as $part) {
            if ($part->getAttribute('id') === $partId) {
                return $part;
            }
        }
        throw UnreadableScore::because('This part is not in the score any more.');
    }

    /** @return list<DOMElement> */
    public static function measures(DOMElement $part): array
    {
        return array_values(array_filter(
            iterator_to_array(Xml::children($part), false),
            static fn (DOMElement $element): bool => $element->nodeName === 'measure',
        ));
    }

    /**
     * @param list<array{DOMElement, int, DOMElement, int}> $reaches
     * @return array{int, int}
     */
    private static function whole(array $reaches, int $from, int $to): array
    {
        do {
            $before = [$from, $to];
            foreach ($reaches as [, $first, , $last]) {
                if ($first <= $to && $last >= $from && ($first < $from || $last > $to)) {
                    [$from, $to] = [min($from, $first), max($to, $last)];
                }
            }
        } while ($before !== [$from, $to]);

        return [$from, $to];
    }

    /** @throws UnreadableScore */
    private static function refuseVoices(DOMElement $measure, Score $score, int $index): void
    {
        $voices = [];
        foreach (Xml::children($measure) as $element) {
            if ($element->nodeName === 'note') {
                $voices[(Xml::text($element, 'staff') ?? '1') . '.' . (Xml::text($element, 'voice') ?? '1')] = true;
            }
        }
        if (count($voices) > 1) {
            throw UnreadableScore::because(ucfirst(PlaceWords::measure($score->measures[$index]))
                . ' has two lines in this part, and one line is typed at a time. Correct it in the program that made the score, and bring'
                . ' it in again.');
        }
    }

    /**
     * Leaves nothing but the measures, under what holds where they begin.
     *
     * @param list<DOMElement> $measures
     */
    private static function cut(Document $document, DOMElement $part, array $measures, int $from, int $to): void
    {
        $held = [];
        foreach (array_slice($measures, 0, $from + 1) as $index => $measure) {
            foreach (iterator_to_array(Xml::children($measure), false) as $element) {
                if ($index === $from && $element->nodeName === 'note') {
                    break;
                }
                if ($element->nodeName === 'attributes') {
                    foreach (Xml::children($element) as $said) {
                        $held[$said->nodeName] = $said->cloneNode(true);
                    }
                    if ($index === $from) {
                        Xml::remove($element);
                    }
                }
            }
        }
        $attributes = Xml::make($part, 'attributes');
        foreach (self::HELD as $name) {
            if (isset($held[$name])) {
                $attributes->appendChild($held[$name]);
            }
        }
        $measures[$from]->insertBefore($attributes, $measures[$from]->firstChild);
        foreach ($measures as $index => $measure) {
            if ($index < $from || $index > $to) {
                Xml::remove($measure);
            }
        }
        foreach (iterator_to_array($document->parts(), false) as $other) {
            if ($other !== $part) {
                Xml::remove($other);
            }
        }
        foreach (iterator_to_array($document->root->getElementsByTagName('score-part'), false) as $label) {
            if ($label->getAttribute('id') !== $part->getAttribute('id')) {
                Xml::remove($label);
            }
        }
    }

    /** The tempo it is played in, so that what is typed is bowed as it will be. */
    private static function tempo(DOMElement $measure, Score $score, int $index): void
    {
        foreach ([...$measure->getElementsByTagName('sound')] as $sound) {
            $sound->removeAttribute('tempo');
        }
        $tempo = TempoMap::of($score)->quartersPerMinuteAt($score->measures[$index]->onset);
        $direction = Xml::make($measure, 'direction');
        Xml::add($direction, 'sound', ['tempo' => (string) round($tempo)]);
        $measure->insertBefore($direction, Xml::child($measure, 'attributes')?->nextSibling);
    }

    /** Without what stands beside the line where it is typed: its part's name and its number; the clef belongs to its key. */
    private static function asTyped(string $abc): string
    {
        $clef = preg_match('~^V:.*\bclef=(\w+)~m', $abc, $match) === 1 && $match[1] !== 'treble' ? " clef={$match[1]}" : '';

        return (string) preg_replace(['~^(?:V:|%%setbarnb).*\n~m', '~^(K:\S+)~m'], ['', "\$1{$clef}"], $abc);
    }
}
