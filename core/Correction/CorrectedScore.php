<?php

declare(strict_types=1);

namespace UprightPencil\Correction;

use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * A corrected score of a piece, made to lie under the marks of the old one: parts and notes that are the same have the ids they had,
 * so that whatever points at them still does. What is new has ids that were never used.
 */
final readonly class CorrectedScore
{
    private function __construct(
        public Score $old,
        public Score $score,
        /** MusicXML with the ids of the old score. */
        public string $bytes,
        public ScoreMatch $match,
    ) {
    }

    /**
     * @param Score $old as it lies under the marks now
     * @param string $bytes the corrected score as it was brought in
     * @param int $number how many corrections this piece has had, this one included: new ids end with it
     * @throws UnreadableScore
     */
    public static function of(Score $old, string $bytes, int $number): self
    {
        $document = Document::open($bytes);
        $new = (new ScoreReader())->fromDocument($document);
        $match = ScoreMatch::of($old, $new);
        $taken = [];
        foreach ($old->parts as $part) {
            $taken += array_fill_keys(array_column($part->notes, 'id'), true);
        }
        $parts = $notes = [];
        foreach ($new->parts as $part) {
            $parts[$part->id] = $match->parts[$part->id] ?? substr($part->id, 0, 50) . ".{$number}";
        }
        foreach (array_keys($document->notes) as $id) {
            $id = (string) $id;
            $notes[$id] = $match->notes[$id] ?? self::free($id, $number, $taken);
            $taken[$notes[$id]] = true;
        }
        $renamed = $document->renamed($parts, $notes);

        return new self($old, (new ScoreReader())->read($renamed), $renamed, $match);
    }

    /** @param array<string, true> $taken */
    private static function free(string $id, int $number, array $taken): string
    {
        $free = substr($id, 0, 60) . ".{$number}";
        while (isset($taken[$free])) {
            $free .= 'x';
        }

        return $free;
    }

    /** Where the marks of a part go; null where the corrected score has no such part. */
    public function places(string $partId): ?MarkPlaces
    {
        $old = $this->old->part($partId);
        $new = $this->score->part($partId);

        return $old === null || $new === null ? null : new MarkPlaces($this->old, $old, $this->score, $new, $this->match->measures);
    }

    /** @return float how much of the longer of the two scores is in the other too: 1 for the same notes, 0 for another piece */
    public function likeness(): float
    {
        $count = static fn (Score $score): int => array_sum(array_map(static fn (Part $part): int => count($part->notes), $score->parts));
        $most = max($count($this->old), $count($this->score));

        return $most === 0 ? 1.0 : count($this->match->notes) / $most;
    }

    /** @return list<string> what is otherwise in the score, in sentences */
    public function told(): array
    {
        $fresh = array_diff(array_keys($this->score->measures), $this->match->measures);
        $gone = array_diff(array_keys($this->old->measures), array_keys($this->match->measures));
        $told = [];
        foreach ([[$this->score->measures, $fresh, 'new'], [$this->old->measures, $gone, 'gone']] as [$measures, $indexes, $what]) {
            if ($indexes !== []) {
                $told[] = self::named($measures, array_values($indexes)) . (count($indexes) === 1 ? ' is ' : ' are ') . "{$what}.";
            }
        }
        $names = [];
        foreach ($this->score->parts as $part) {
            $before = $this->old->part($part->id);
            $changed = $before === null ? [] : $this->changed($before, $part);
            if ($changed !== []) {
                $names[self::named($this->score->measures, $changed)][] = $part->name;
            }
        }
        foreach ($names as $where => $parts) {
            $last = array_pop($parts);
            $told[] = ($parts === [] ? "{$last} has" : implode(', ', $parts) . " and {$last} have") . " other notes in {$where}.";
        }

        return $told;
    }

    /** @return list<int> measures that were there before, with other notes of this part now; by index in the corrected score */
    private function changed(Part $before, Part $part): array
    {
        $old = $new = [];
        foreach ($before->notes as $note) {
            $old[$note->measure][] = $note->id;
        }
        foreach ($part->notes as $note) {
            $new[$note->measure][] = $note->id;
        }
        $changed = [];
        foreach ($this->match->measures as $was => $is) {
            $were = $old[$was] ?? [];
            $are = $new[$is] ?? [];
            if (array_diff($were, $are) !== [] || array_diff($are, $were) !== []) {
                $changed[] = $is;
            }
        }

        return $changed;
    }

    /**
     * @param array<int, Measure> $measures
     * @param list<int> $indexes in order
     * @return string "m. 9", "mm. 9–12 and 15"
     */
    private static function named(array $measures, array $indexes): string
    {
        if (count($indexes) === 1) {
            return PlaceWords::measure($measures[$indexes[0]]);
        }
        if ($indexes[0] === 0 && $measures[0]->isShort()) {
            return 'the pickup and ' . self::named($measures, array_slice($indexes, 1));
        }
        return 'mm. ' . preg_replace('~, (?=[^,]+$)~', ' and ', PlaceWords::runs($measures, $indexes));
    }
}
