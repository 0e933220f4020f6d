<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use DOMDocument;
use DOMElement;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\Xml;

/**
 * A piece whose parts are on paper: the passages that were typed, at their printed measure numbers. What lies between is rest.
 */
final class PaperScore
{
    /** Measures between the first and the last that is typed. */
    private const MOST_MEASURES = 600;
    /** Of a quarter note, where no passage says how many. */
    private const DIVISIONS = 10080;

    /** @var array<string, array<int, DOMElement>> measures by part name and number */
    private array $measures = [];
    /** @var array<int, array{string, string, int}> beats and unit, and their length in divisions, where a meter begins, by number */
    private array $meters = [];
    /** @var array<string, list<int>> by part name: numbers that were typed twice */
    private array $twice = [];

    private function __construct(private readonly DOMDocument $target)
    {
    }

    /**
     * @param string $title of the piece
     * @param non-empty-list<PaperPassage> $passages in any order
     * @return string MusicXML
     * @throws UnreadableScore when a passage has no notes, or the passages lie too far from each other
     */
    public static function of(string $title, array $passages): string
    {
        $score = new self(new DOMDocument('1.0', 'UTF-8'));
        usort($passages, static fn (PaperPassage $a, PaperPassage $b): int => $a->firstMeasure <=> $b->firstMeasure);
        foreach ($passages as $passage) {
            $score->add($passage);
        }

        return $score->write($title);
    }

    /** @throws UnreadableScore */
    private function add(PaperPassage $passage): void
    {
        $reading = (new AbcReader())->read(self::numbered($passage->abc, $passage->firstMeasure));
        if ($reading->notes === 0) {
            throw UnreadableScore::because("The passage from measure {$passage->firstMeasure} of {$passage->part} has no notes yet.");
        }
        $typed = Document::open($reading->musicXml);
        foreach ($typed->parts() as $part) {
            foreach (Xml::children($part) as $measure) {
                if ($measure->nodeName === 'measure') {
                    $this->keep($passage->part, $measure);
                }
            }
            // One line at a time: a second voice is another passage.
            break;
        }
    }

    /** A typed passage that says with which measure it begins: at its end, so that every letter stays on its line. */
    public static function numbered(string $abc, int $firstMeasure): string
    {
        return rtrim($abc) . "\n%%setbarnb {$firstMeasure}\n";
    }

    private function keep(string $part, DOMElement $measure): void
    {
        $number = (int) $measure->getAttribute('number');
        $imported = $this->target->importNode($measure, true);
        assert($imported instanceof DOMElement);
        foreach (Xml::children($imported) as $element) {
            $element->removeAttribute('id');
        }
        $time = self::find($imported, 'attributes', 'time');
        $beats = $time === null ? null : Xml::child($time, 'beats');
        $unit = $time === null ? null : Xml::child($time, 'beat-type');
        if ($beats !== null && $unit !== null) {
            $length = (int) round(4 * self::DIVISIONS * array_sum(array_map(intval(...), explode('+', $beats->textContent)))
                / max(1, (int) $unit->textContent));
            $this->meters[$number] = [$beats->textContent, $unit->textContent, $length];
        }
        if (isset($this->measures[$part][$number])) {
            $this->twice[$part][] = $number;
        }
        $this->measures[$part][$number] = $imported;
    }

    private static function find(DOMElement $measure, string ...$path): ?DOMElement
    {
        $at = $measure;
        foreach ($path as $name) {
            $at = Xml::child($at, $name);
            if ($at === null) {
                return null;
            }
        }

        return $at;
    }

    /** @throws UnreadableScore */
    private function write(string $title): string
    {
        $numbers = array_merge(...array_values(array_map(array_keys(...), $this->measures)));
        $from = $numbers === [] ? 1 : min($numbers);
        $to = $numbers === [] ? 1 : max($numbers);
        if ($to - $from >= self::MOST_MEASURES) {
            throw UnreadableScore::because("Between measure {$from} and measure {$to} there are more than " . self::MOST_MEASURES
                . ' measures. Put passages that lie so far from each other into two pieces.');
        }
        foreach ($this->twice as $part => $measures) {
            throw UnreadableScore::because("Measure {$measures[0]} of {$part} is typed twice. Take it out of one of the passages, or"
                . ' correct where one begins.');
        }
        $root = $this->target->createElement('score-partwise');
        $root->setAttribute('version', '4.0');
        $this->target->appendChild($root);
        $work = $this->target->createElement('work');
        $work->appendChild($this->target->createElement('work-title'))->appendChild($this->target->createTextNode($title));
        $root->appendChild($work);
        $list = $this->target->createElement('part-list');
        $root->appendChild($list);
        ksort($this->meters);
        $pickup = $this->pickup($from);
        $index = 0;
        foreach ($this->measures as $name => $measures) {
            $id = 'P' . ++$index;
            $label = $this->target->createElement('score-part');
            $label->setAttribute('id', $id);
            $label->appendChild($this->target->createElement('part-name'))->appendChild($this->target->createTextNode($name));
            $list->appendChild($label);
            $part = $this->target->createElement('part');
            $part->setAttribute('id', $id);
            $this->fill($part, $measures, $from, $to, $pickup);
            $root->appendChild($part);
        }
        $text = $this->target->saveXML();
        assert(is_string($text));

        return $text;
    }

    /** @return int|null length of an incomplete first measure, in divisions; null where the piece begins with a full one */
    private function pickup(int $from): ?int
    {
        $length = null;
        foreach ($this->measures as $measures) {
            $first = $measures[$from] ?? null;
            if ($first === null) {
                continue;
            }
            if ($first->getAttribute('implicit') !== 'yes') {
                return null;
            }
            $length = max($length ?? 0, self::lengthOf($first));
        }

        return $length;
    }

    private static function lengthOf(DOMElement $measure): int
    {
        $length = 0;
        foreach (Xml::children($measure) as $element) {
            $duration = $element->nodeName === 'note' && Xml::child($element, 'chord') === null ? Xml::child($element, 'duration') : null;
            $length += $duration === null ? 0 : (int) $duration->textContent;
        }

        return $length;
    }

    /**
     * @param array<int, DOMElement> $measures by number
     * @param int|null $pickup length of an incomplete first measure
     */
    private function fill(DOMElement $part, array $measures, int $from, int $to, ?int $pickup): void
    {
        ksort($measures);
        $first = $measures[array_key_first($measures) ?? $from];
        $meter = ['4', '4', 4 * self::DIVISIONS];
        $isBroken = true;
        for ($number = $from; $number <= $to; $number++) {
            $meter = $this->meters[$number] ?? $meter;
            $measure = $measures[$number] ?? null;
            if ($measure === null) {
                $isBroken = true;
                $rest = $number === $from && $pickup !== null ? [$meter[0], $meter[1], $pickup] : $meter;
                $part->appendChild($this->rest($number, $rest, $number === $from ? self::find($first, 'attributes') : null));
                continue;
            }
            if ($isBroken && ($number > $from || $pickup === null)) {
                $this->lengthen($measure, $meter[2]);
            }
            $isBroken = false;
            $part->appendChild($measure);
        }
    }

    /**
     * A measure that was not typed.
     *
     * @param array{string, string, int} $meter
     * @param DOMElement|null $attributes with which the part begins
     */
    private function rest(int $number, array $meter, ?DOMElement $attributes): DOMElement
    {
        $measure = $this->target->createElement('measure');
        $measure->setAttribute('number', (string) $number);
        if ($attributes !== null) {
            $measure->appendChild($attributes->cloneNode(true));
        }
        $note = $this->target->createElement('note');
        $rest = $this->target->createElement('rest');
        $rest->setAttribute('measure', 'yes');
        $note->appendChild($rest);
        $note->appendChild($this->target->createElement('duration', (string) $meter[2]));
        $note->appendChild($this->target->createElement('voice', '1'));
        $measure->appendChild($note);

        return $measure;
    }

    /** A passage that begins inside a measure: what comes before it there is rest. */
    private function lengthen(DOMElement $measure, int $length): void
    {
        if ($measure->getAttribute('implicit') !== 'yes') {
            return;
        }
        $measure->removeAttribute('implicit');
        $length -= self::lengthOf($measure);
        $before = Xml::child($measure, 'note');
        if ($length > 0 && $before !== null) {
            $note = $this->target->createElement('note');
            $note->appendChild($this->target->createElement('rest'));
            $note->appendChild($this->target->createElement('duration', (string) $length));
            $note->appendChild($this->target->createElement('voice', '1'));
            $measure->insertBefore($note, $before);
        }
    }
}
