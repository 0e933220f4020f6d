<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use DOMElement;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * A typed passage put into a part of any score, at its printed measure numbers. Measures that are typed as they stood stay as they are,
 * to the last sign; of the others everything stays that a line does not say: repeats and endings, keys and meters, rehearsal marks, tempos.
 */
final class IntoScore
{
    /** Directions that a typed line says itself; others are the score's. */
    private const TYPED = ['dynamics', 'wedge', 'words', 'segno', 'coda'];
    private const MOST_SLURS = 6;

    /** @var list<DOMElement> of the part, as they stand in the score */
    private array $measures;
    /** @var list<int> indexes of measures that were typed otherwise than they stood, in order */
    private array $changed = [];

    /** @throws UnreadableScore */
    private function __construct(
        private readonly Document $document,
        private readonly Score $score,
        private readonly Part $part,
        private readonly Score $typed,
        /** @var list<DOMElement> as they were typed */
        private readonly array $lines,
        private readonly int $from,
    ) {
        $this->measures = ScoreStretch::measures(ScoreStretch::part($document, $part->id));
    }

    /**
     * @param int $firstMeasure printed number of the first full measure that is typed
     * @return array{string, list<string>} MusicXML, and the printed numbers of the measures that are otherwise now
     * @throws UnreadableScore in a sentence, when what is typed does not fit into the score
     */
    public static function put(string $musicXml, string $partId, int $firstMeasure, string $abc): array
    {
        $reading = (new AbcReader())->read(PaperScore::numbered($abc, $firstMeasure));
        if ($reading->notes === 0 && preg_match('~^(?![A-Za-z]:|%).*[zxZ]~m', $abc) !== 1) {
            throw UnreadableScore::because('There are no notes yet.');
        }
        $lines = self::lines($reading->musicXml);
        $typed = (new ScoreReader())->read($reading->musicXml);
        $document = Document::open($musicXml);
        $score = (new ScoreReader())->fromDocument($document);
        $part = $score->part($partId) ?? throw UnreadableScore::because('This part is not in the score any more.');
        $number = $typed->measures[0]->number;
        $from = $score->measureNumbered($number) ?? throw UnreadableScore::because($number === '0'
            ? 'The score has no pickup. Fill the first measure, or begin it with a rest.'
            : "The score has no measure {$number}: it goes from {$score->measures[0]->number} to "
                . $score->measures[count($score->measures) - 1]->number . '.');
        $into = new self($document, $score, $part, $typed, $lines, $from);
        $into->check();
        $into->compare($musicXml);
        $into->write();

        return [
            $document->toString(),
            array_map(static fn (int $index): string => $score->measures[$index]->number, $into->changed),
        ];
    }

    /**
     * @return list<DOMElement>
     * @throws UnreadableScore
     */
    private static function lines(string $musicXml): array
    {
        foreach (Document::open($musicXml)->parts() as $part) {
            foreach ($part->getElementsByTagName('note') as $note) {
                $note->removeAttribute('id');
            }

            return ScoreStretch::measures($part);
        }

        return [];
    }

    /** @throws UnreadableScore */
    private function check(): void
    {
        $last = count($this->score->measures) - 1;
        $line = $this->typed->parts[0];
        if (count($this->typed->parts) > 1) {
            throw UnreadableScore::because('A part has one line: type one voice.');
        }
        foreach ($line->notes as $note) {
            if ($note->pitch === null) {
                throw UnreadableScore::because('A rhythm alone has no place in a part: it wants pitches.');
            }
        }
        foreach ($this->typed->measures as $index => $measure) {
            $there = $this->score->measures[$this->from + $index] ?? throw UnreadableScore::because(
                "The score ends with measure {$this->score->measures[$last]->number}; what is typed goes on for "
                    . self::count(count($this->typed->measures) - $index, 'measure') . ' more.',
            );
            $where = ucfirst(PlaceWords::measure($there));
            $isLast = $index === count($this->typed->measures) - 1;
            $keys = [$line->keyIn($measure), $this->part->keyIn($there)];
            if ($keys[0] !== $keys[1]) {
                throw UnreadableScore::because("{$where} has " . self::signs($keys[1]) . ' in this part; what is typed says '
                    . self::signs($keys[0]) . '. Choose the same key.');
            }
            if (!$measure->length->equals($there->length) && !($index === 0 && $this->pads($measure->length, $there->index))) {
                $beats = static fn (Fraction $length): string => (string) $length->dividedBy($there->meter->beatLength());
                throw UnreadableScore::because("{$where} has {$beats($there->length)} beats in the score; typed are "
                    . "{$beats($measure->length)}. " . ($isLast ? 'Finish it first.' : 'Correct it first.'));
            }
            if (
                ($measure->repeatForward && !$there->repeatForward) || ($measure->repeatBack > 0 && $there->repeatBack === 0)
                || ($measure->endingStarts && (!$there->endingStarts || $measure->endings !== $there->endings))
            ) {
                throw UnreadableScore::because("{$where} has no such repeat or ending in the score, and they are the same for all parts.");
            }
        }
    }

    /** Whether a passage that begins inside a measure may be filled up with a rest: where nothing is played so far. */
    private function pads(Fraction $length, int $index): bool
    {
        foreach ($this->part->notes as $note) {
            if ($note->measure === $index) {
                return false;
            }
        }

        return $length->isLessThan($this->score->measures[$index]->length);
    }

    /**
     * Finds the measures that are typed otherwise than they stand.
     *
     * @throws UnreadableScore
     */
    private function compare(string $musicXml): void
    {
        $to = $this->from + count($this->lines) - 1;
        $before = ScoreStretch::of($musicXml, $this->part->id, $this->from, $to, false);
        $stood = self::lines((new AbcReader())->read(PaperScore::numbered($before->abc, $before->firstMeasure))->musicXml);
        $changed = [];
        foreach ($this->lines as $at => $line) {
            // A stretch that had to begin earlier has measures before the first that is typed.
            $was = $stood[$at + $this->from - $before->from] ?? null;
            if ($was === null || self::told($was) !== self::told($line)) {
                $changed[$this->from + $at] = true;
            }
        }
        // A slur or a tie between a measure that changed and one that did not is the typed one in both.
        $reaches = [...Reaches::of($this->measures), ...Reaches::of($this->linesByMeasure())];
        do {
            $count = count($changed);
            foreach ($reaches as [, $first, , $last]) {
                if (isset($changed[$first]) !== isset($changed[$last])) {
                    foreach ([$first, $last] as $index) {
                        if ($index >= $this->from && $index <= $to) {
                            $changed[$index] = true;
                        }
                    }
                }
            }
        } while ($count !== count($changed));
        ksort($changed);
        $this->changed = array_keys($changed);
    }

    /** What a measure plays: neither how it is beamed nor what it is under. */
    private static function told(DOMElement $measure): string
    {
        $told = '';
        foreach (Xml::children($measure) as $element) {
            if ($element->nodeName === 'note' || self::isTyped($element)) {
                $told .= $element->C14N();
            }
        }

        return (string) preg_replace('~<beam\b[^>]*>[^<]*</beam>~', '', $told);
    }

    private static function isTyped(DOMElement $element): bool
    {
        if ($element->nodeName !== 'direction' || $element->getElementsByTagName('metronome')->length > 0) {
            return false;
        }
        foreach ($element->getElementsByTagName('direction-type') as $type) {
            foreach (Xml::children($type) as $sign) {
                if (in_array($sign->nodeName, self::TYPED, true)) {
                    // Words that carry a tempo are the score's.
                    return (Xml::child($element, 'sound')?->getAttribute('tempo') ?? '') === '';
                }
            }
        }

        return false;
    }

    /** @return array<int, DOMElement> by the index of the measure in the score */
    private function linesByMeasure(): array
    {
        $lines = [];
        foreach ($this->lines as $at => $line) {
            $lines[$this->from + $at] = $line;
        }

        return $lines;
    }

    /** @throws UnreadableScore */
    private function write(): void
    {
        $isChanged = array_fill_keys($this->changed, true);
        $outer = 0;
        foreach (Reaches::of($this->measures) as [$begun, $first, $ended, $last]) {
            if (isset($isChanged[$first]) !== isset($isChanged[$last])) {
                Reaches::loosen(isset($isChanged[$first]) ? $ended : $begun);
            } elseif ($begun->nodeName === 'slur' && $first < $this->from && $last >= $this->from + count($this->lines)) {
                $outer = max($outer, (int) ($begun->getAttribute('number') ?: '1'));
            }
        }
        $typedDivisions = self::divisions($this->lines[0]) ?? 1;
        $divisions = 1;
        $isTyped = false;
        foreach ($this->measures as $index => $measure) {
            if ($isTyped && !isset($isChanged[$index])) {
                self::say($measure, $divisions);
            }
            $isTyped = isset($isChanged[$index]);
            $before = $divisions;
            $divisions = self::divisions($measure) ?? $divisions;
            if ($isTyped) {
                $this->replace($measure, $this->lines[$index - $this->from], $index, $before, $typedDivisions, $outer);
            }
        }
    }

    /** The last divisions a measure names. */
    private static function divisions(DOMElement $measure): ?int
    {
        $last = null;
        foreach (Xml::children($measure) as $element) {
            $said = $element->nodeName === 'attributes' ? Xml::text($element, 'divisions') : null;
            $last = $said === null ? $last : max(1, (int) $said);
        }

        return $last;
    }

    /** Says at the beginning of a measure in which parts of a quarter note it counts. */
    private static function say(DOMElement $measure, int $divisions): void
    {
        foreach (Xml::children($measure) as $element) {
            if ($element->nodeName === 'note') {
                break;
            }
            if ($element->nodeName === 'attributes') {
                if (Xml::child($element, 'divisions') === null) {
                    $element->insertBefore(Xml::make($element, 'divisions', [], (string) $divisions), $element->firstChild);
                }

                return;
            }
        }
        $attributes = Xml::make($measure, 'attributes');
        Xml::add($attributes, 'divisions', [], (string) $divisions);
        $after = Xml::child($measure, 'print');
        $measure->insertBefore($attributes, $after === null ? $measure->firstChild : $after->nextSibling);
    }

    /**
     * @param int $divisions in which the measure counts so far
     * @param int $outer the highest number of a slur that reaches over all that is typed
     * @throws UnreadableScore
     */
    private function replace(DOMElement $measure, DOMElement $line, int $index, int $divisions, int $typedDivisions, int $outer): void
    {
        [$lead, $kept, $tail] = self::kept($measure, $divisions);
        foreach (iterator_to_array(Xml::children($measure), false) as $element) {
            Xml::remove($element);
        }
        foreach ($lead as $element) {
            $measure->appendChild($element);
        }
        $missing = $this->score->measures[$index]->length->minus($this->typed->measures[$index - $this->from]->length);
        if ($missing->isPositive()) {
            $this->rest($measure, $missing, $typedDivisions);
        }
        $at = $missing->isPositive() ? $missing : Fraction::zero();
        foreach (Xml::children($line) as $element) {
            if ($element->nodeName !== 'note' && !self::isTyped($element)) {
                continue;
            }
            $isHead = $element->nodeName === 'note' && Xml::child($element, 'chord') === null && Xml::child($element, 'grace') === null;
            while ($isHead && $kept !== [] && !$at->isLessThan($kept[0][0])) {
                $measure->appendChild(array_shift($kept)[1]);
            }
            $own = $this->document->dom->importNode($element, true);
            assert($own instanceof DOMElement);
            self::raiseSlurs($own, $outer);
            $measure->appendChild($own);
            $at = $isHead ? $at->plus(Fraction::of((int) Xml::text($element, 'duration'), $typedDivisions)) : $at;
        }
        foreach ([...array_column($kept, 1), ...$tail] as $element) {
            $measure->appendChild($element);
        }
        $said = Xml::child($measure, 'attributes');
        $own = $said === null ? null : Xml::child($said, 'divisions');
        if ($own !== null) {
            Xml::remove($own);
        }
        self::say($measure, $typedDivisions);
    }

    /**
     * What of a measure a line does not say.
     *
     * @return array{list<DOMElement>, list<array{Fraction, DOMElement}>, list<DOMElement>} what stands at its beginning; what stands
     *     later, with the quarter notes before it; its last barline
     */
    private static function kept(DOMElement $measure, int $divisions): array
    {
        $lead = $kept = $tail = [];
        $at = Fraction::zero();
        foreach (Xml::children($measure) as $element) {
            switch ($element->nodeName) {
                case 'note':
                    if (Xml::child($element, 'chord') === null) {
                        $at = $at->plus(Fraction::of((int) Xml::text($element, 'duration'), $divisions));
                    }
                    break;
                case 'backup':
                case 'forward':
                    break;
                case 'barline':
                    if ($element->getAttribute('location') === 'left') {
                        $lead[] = $element;
                    } else {
                        $tail[] = $element;
                    }
                    break;
                case 'attributes':
                    $divisions = (int) (Xml::text($element, 'divisions') ?? $divisions);
                    // no break: it stands where it stands
                default:
                    if (self::isTyped($element)) {
                        break;
                    }
                    if ($at->isZero()) {
                        $lead[] = $element;
                    } else {
                        $kept[] = [$at, $element];
                    }
            }
        }

        return [$lead, $kept, $tail];
    }

    private function rest(DOMElement $measure, Fraction $length, int $divisions): void
    {
        $note = Xml::add($measure, 'note');
        Xml::add($note, 'rest');
        Xml::add($note, 'duration', [], (string) intdiv($length->numerator * $divisions, $length->denominator));
        Xml::add($note, 'voice', [], '1');
    }

    /** Numbers of typed slurs lie above those that are open over them. */
    private static function raiseSlurs(DOMElement $note, int $by): void
    {
        foreach ($by === 0 ? [] : $note->getElementsByTagName('slur') as $slur) {
            $slur->setAttribute('number', (string) min(self::MOST_SLURS, (int) ($slur->getAttribute('number') ?: '1') + $by));
        }
    }

    private static function signs(int $fifths): string
    {
        return match (true) {
            $fifths > 0 => self::count($fifths, 'sharp'),
            $fifths < 0 => self::count(-$fifths, 'flat'),
            default => 'no sharps or flats',
        };
    }

    private static function count(int $number, string $what): string
    {
        return "{$number} {$what}" . ($number === 1 ? '' : 's');
    }
}
