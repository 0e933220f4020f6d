<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Disagreement;
use UprightPencil\Music\ExpressionKind;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Meter;
use UprightPencil\Music\Oddity;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\Tempo;
use UprightPencil\Music\TempoBend;

/** MusicXML 3.1 and 4.0, partwise or timewise, plain or compressed, as a {@see Score}. */
final readonly class ScoreReader
{
    public function __construct(private Limits $limits = new Limits())
    {
    }

    /**
     * @throws UnreadableScore
     */
    public function read(string $bytes): Score
    {
        return $this->fromDocument(Document::open($bytes, $this->limits));
    }

    /**
     * @throws UnreadableScore
     */
    public function fromDocument(Document $document): Score
    {
        try {
            return $this->parts($document);
        } catch (MusicException) {
            throw UnreadableScore::isBeyondCounting();
        }
    }

    /**
     * @throws UnreadableScore
     * @throws MusicException when the lengths of several parts do not fit together
     */
    private function parts(Document $document): Score
    {
        $grid = new TimeGrid($this->limits->grid);
        $labels = $this->labels($document->root);
        $drafts = [];
        $parts = [];
        $tempos = [];
        $oddities = [];
        foreach ($document->parts() as $element) {
            if (count($parts) >= $this->limits->parts) {
                throw UnreadableScore::hasTooManyParts(count($labels), $this->limits->parts);
            }
            $id = $element->getAttribute('id');
            $label = $labels[$id] ?? new PartLabel('', '', '');
            if ($label->name === '') {
                $label = $label->named('Part ' . (count($parts) + 1));
            }
            $reader = new PartReader($id, $label, $this->limits, $grid);
            $parts[] = $reader->read($element, $drafts);
            $tempos = [...$tempos, ...$reader->tempos()];
            $oddities = [...$oddities, ...$reader->oddities];
        }
        if ($parts === []) {
            throw UnreadableScore::hasNoParts();
        }
        if ($drafts === []) {
            throw UnreadableScore::hasNoMeasures();
        }

        $measures = $this->measures($drafts);
        foreach ($document->told as $sentence) {
            $oddities[] = new Oddity($sentence);
        }

        $title = $this->title($document->root);
        if (mb_strlen($title) > $this->limits->letters) {
            $oddities[] = new Oddity("The title is longer than {$this->limits->letters} letters; the rest of it is left out.");
        }

        return new Score(
            $this->cut($title),
            $measures,
            $parts,
            self::inOrder($tempos),
            $oddities,
            self::disagreements($drafts, $measures),
            self::bends($parts),
            $this->cut(self::composer($document->root)),
        );
    }

    /**
     * @param array<int, MeasureDraft> $drafts
     * @return list<Measure>
     * @throws MusicException
     */
    private function measures(array $drafts): array
    {
        self::settleCodas($drafts);
        $onset = Fraction::zero();
        $meter = Meter::of(4, 4);
        $measures = [];
        foreach (array_values($drafts) as $index => $draft) {
            $measure = $draft->build($index, $onset, $meter);
            $measures[] = $measure;
            $onset = $measure->end();
            $meter = $measure->meter;
        }

        return $measures;
    }

    /**
     * @param array<int, MeasureDraft> $drafts
     * @param list<Measure> $measures
     * @return list<Disagreement>
     */
    private static function disagreements(array $drafts, array $measures): array
    {
        $disagreements = [];
        foreach ($measures as $measure) {
            foreach ($drafts[$measure->index]->contents as $partId => $content) {
                if (!$content->isZero() && !$content->equals($measure->length)) {
                    $disagreements[] = new Disagreement((string) $partId, $measure->index, $content);
                }
            }
        }

        return $disagreements;
    }

    /**
     * Many files draw the coda sign at both its places and say nowhere which is which: the first is the way out.
     *
     * @param array<int, MeasureDraft> $drafts
     */
    private static function settleCodas(array $drafts): void
    {
        $signs = array_keys(array_filter($drafts, static fn (MeasureDraft $draft): bool => $draft->coda));
        $leaves = array_filter($drafts, static fn (MeasureDraft $draft): bool => $draft->toCoda);
        if ($leaves === [] && count($signs) >= 2) {
            $drafts[$signs[0]]->toCoda = true;
            $drafts[$signs[0]]->coda = false;
        }
    }

    /** @return array<string, PartLabel> */
    private function labels(DOMElement $root): array
    {
        $labels = [];
        $list = Xml::child($root, 'part-list');
        $groups = [];
        foreach ($list === null ? [] : Xml::children($list) as $part) {
            if ($part->nodeName === 'part-group') {
                $number = $part->getAttribute('number') ?: '1';
                $groups[$number] = $part->getAttribute('type') === 'start' ? $this->cut((string) Xml::text($part, 'group-name')) : '';
            }
            if ($part->nodeName !== 'score-part') {
                continue;
            }
            $instrument = Xml::child($part, 'score-instrument');
            $midi = Xml::child($part, 'midi-instrument');
            $program = $midi === null ? null : Xml::text($midi, 'midi-program');
            $named = array_filter($groups, static fn (string $name): bool => $name !== '');
            $labels[$part->getAttribute('id')] = new PartLabel(
                $this->cut(trim((string) preg_replace('~\s+~u', ' ', (string) Xml::text($part, 'part-name')))),
                $this->cut((string) Xml::text($part, 'part-abbreviation')),
                $instrument === null ? '' : $this->cut((string) Xml::text($instrument, 'instrument-sound')),
                $instrument === null ? '' : $this->cut(trim((string) Xml::text($instrument, 'instrument-name'))),
                (string) end($named),
                is_string($program) && ctype_digit($program) ? (int) $program : null,
            );
        }

        return $labels;
    }

    /** No longer than names and titles are. */
    private function cut(string $text): string
    {
        return mb_strlen($text) <= $this->limits->letters ? $text : mb_substr($text, 0, $this->limits->letters - 1) . '…';
    }

    private function title(DOMElement $root): string
    {
        $work = Xml::child($root, 'work');
        $title = ($work === null ? null : Xml::text($work, 'work-title')) ?: Xml::text($root, 'movement-title');
        if ($title !== null && $title !== '') {
            return $title;
        }
        foreach (Xml::children($root) as $credit) {
            if ($credit->nodeName === 'credit' && Xml::text($credit, 'credit-type') === 'title') {
                return (string) Xml::text($credit, 'credit-words');
            }
        }

        return '';
    }

    private static function composer(DOMElement $root): string
    {
        $identification = Xml::child($root, 'identification');
        foreach ($identification === null ? [] : Xml::children($identification) as $creator) {
            if ($creator->nodeName === 'creator' && $creator->getAttribute('type') === 'composer') {
                return trim($creator->textContent);
            }
        }

        return '';
    }

    /**
     * Words that bend the tempo stand in one part and hold for all.
     *
     * @param list<Part> $parts
     * @return list<TempoBend>
     */
    private static function bends(array $parts): array
    {
        $bends = [];
        foreach ($parts as $part) {
            foreach ($part->expressions as $expression) {
                $way = $expression->kind === ExpressionKind::Words ? TempoBend::way($expression->value) : null;
                if ($way !== null) {
                    $bends[$expression->measure . ':' . $expression->offset]
                        ??= new TempoBend($expression->measure, $expression->offset, $way);
                }
            }
        }
        $bends = array_values($bends);
        usort($bends, static fn (TempoBend $a, TempoBend $b): int
            => $a->measure <=> $b->measure ?: $a->offset->compare($b->offset));

        return $bends;
    }

    /**
     * @param list<Tempo> $tempos
     * @return list<Tempo> in score order, one a place
     */
    private static function inOrder(array $tempos): array
    {
        usort(
            $tempos,
            static fn (Tempo $a, Tempo $b): int => $a->measure <=> $b->measure ?: $a->offset->compare($b->offset),
        );
        $kept = [];
        foreach ($tempos as $tempo) {
            // Every part repeats the tempo; the first that says it counts.
            $kept[$tempo->measure . ':' . $tempo->offset] ??= $tempo;
        }

        return array_values($kept);
    }
}
