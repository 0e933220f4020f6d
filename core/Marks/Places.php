<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

use UprightPencil\Marks\Exception\UnknownPlace;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * Finds the notes that places name, and the shortest names of notes.
 *
 * A place is a note's id, `measure`, `measure.beat`, `measure.beat+` (half a beat later), `measure.2.75` or
 * `measure.4/3` (exact), with a rehearsal mark in place of the measure (`B`, `B+3`, `B.2`), or a range of two of these.
 */
final class Places
{
    /** @var array<string, int> */
    private array $byId;
    /** @var array<int, list<int>> positions of the full-size noteheads that begin a chord, by measure */
    private array $byMeasure = [];
    /** @var array<string, int> */
    private array $measureOfNumber = [];

    /** The places of a part. The last ones are kept: one request asks for them at every turn. */
    public static function of(Score $score, Part $part): self
    {
        /** @var self|null $last */
        static $last = null;
        if ($last === null || $last->part !== $part || $last->score !== $score) {
            $last = new self($score, $part);
        }

        return $last;
    }

    /** The places of a part for one who keeps them. */
    public static function anew(Score $score, Part $part): self
    {
        return new self($score, $part);
    }

    private function __construct(private readonly Score $score, private readonly Part $part)
    {
        $this->byId = $part->positionsById();
        foreach ($score->measures as $measure) {
            $this->measureOfNumber[$measure->number] ??= $measure->index;
        }
        foreach ($part->notes as $position => $note) {
            if (!$note->isGrace && !$note->inChord) {
                $this->byMeasure[$note->measure][] = $position;
            }
        }
    }

    /**
     * The notes a place names for a kind of mark.
     *
     * @param string $text a place as pencil lines write it, or a note's id
     * @throws UnknownPlace when nothing of the part stands there
     */
    public function find(string $text, MarkKind $kind): MarkedNotes
    {
        if (isset($this->byId[$text])) {
            return new MarkedNotes($text, $text);
        }
        [$from, $to] = $this->split($text);
        if ($kind->anchor() === Anchor::Range) {
            return $this->range($text, $from, $to ?? $from);
        }
        if ($to !== null) {
            throw UnknownPlace::rangeForOne($text, $kind->words());
        }
        $inside = null;
        switch ($kind->anchor()) {
            case Anchor::Inside:
                [$position, $inside] = $this->inside($from);
                break;
            case Anchor::NextNote:
                $position = $this->at($from) ?? $this->after($from);
                break;
            case Anchor::Anywhere:
                $position = $this->at($from) ?? $this->near($from);
                break;
            default:
                $position = $this->exactly($from);
        }
        $id = $this->part->notes[$position]->id;

        return new MarkedNotes($id, $id, $inside);
    }

    /** @return list<string> ids of the grace notes that lead to a note */
    public function gracesBefore(string $id): array
    {
        $graces = [];
        $to = $this->part->notes[$this->byId[$id]];
        for ($position = $this->byId[$id] - 1; $position >= 0; $position--) {
            $note = $this->part->notes[$position];
            if (!$note->isGrace || $note->line !== $to->line || $note->measure !== $to->measure) {
                break;
            }
            $graces[] = $note->id;
        }

        return array_reverse($graces);
    }

    /**
     * Every note of a range for which something is meant that stands at one note: between two beats each of them, over whole measures
     * the first of each measure.
     *
     * @return list<string> ids; none where the place is no range
     * @throws UnknownPlace
     */
    public function severalOf(string $text): array
    {
        [$from, $to] = isset($this->byId[$text]) ? [$text, null] : $this->split($text);
        if ($to === null) {
            return [];
        }
        $range = $this->range($text, $from, $to);
        $isByMeasure = $this->eventAt($from)[1] === null && $this->eventAt($to)[1] === null;
        $first = $this->part->notes[$this->byId[$range->from]];
        $ids = [];
        $measure = -1;
        for ($position = $this->byId[$range->from]; $position <= $this->byId[$range->to]; $position++) {
            $note = $this->part->notes[$position];
            $isHead = $note->line === $first->line && !$note->tieStop && !$note->inChord && !$note->isGrace;
            if ($isHead && (!$isByMeasure || $note->measure !== $measure)) {
                $ids[] = $note->id;
                $measure = $note->measure;
            }
        }

        return $ids;
    }

    /**
     * @return string the note's id
     * @throws UnknownPlace
     */
    public function note(string $text): string
    {
        return isset($this->byId[$text]) ? $text : $this->part->notes[$this->exactly($text)]->id;
    }

    /** The shortest text that finds the note again. */
    public function nameOf(string $id, ?Fraction $inside = null): string
    {
        $note = $this->part->notes[$this->byId[$id]];
        $measure = $this->score->measures[$note->measure];
        $offset = $inside === null ? $note->offset : $note->offset->plus($inside);
        $beat = $measure->meter->beatAt($offset);
        if ($inside !== null && $offset->compare($measure->length) >= 0) {
            return $id;
        }
        $whole = $beat->floor();
        $name = $measure->number . '.' . match (true) {
            $beat->isWhole() => (string) $whole,
            $beat->minus(Fraction::of($whole))->equals(Fraction::of(1, 2)) => $whole . '+',
            default => $beat->toDecimal(),
        };
        if ($inside !== null) {
            return $name;
        }
        // A measure number that is printed twice finds the first; a note under another finds the other.
        $isFound = ($this->measureOfNumber[$measure->number] ?? null) === $note->measure
            && $this->firstBeside($note) === $this->byId[$id];

        return $isFound ? $name : $id;
    }

    /** Where a note stands, as it is said: "m. 9, the and of 2". */
    public function inWords(string $id, ?Fraction $inside = null): string
    {
        $note = $this->part->notes[$this->byId[$id]];

        return PlaceWords::of($this->score->measures[$note->measure], $inside === null ? $note->offset : $note->offset->plus($inside));
    }

    /** From one note to another, as it is said: "m. 9 beat 3 to beat 4". */
    public function betweenInWords(string $from, string $to): string
    {
        [$one, $other] = [$this->part->notes[$this->byId[$from]], $this->part->notes[$this->byId[$to]]];
        $measures = $this->score->measures;

        return PlaceWords::between($measures[$one->measure], $one->offset, $measures[$other->measure], $other->offset);
    }

    /** The note that a place finds at which a note stands. */
    private function firstBeside(Note $note): ?int
    {
        foreach ($this->byMeasure[$note->measure] ?? [] as $position) {
            if ($this->part->notes[$position]->offset->equals($note->offset)) {
                return $position;
            }
        }

        return null;
    }

    /** @return string "25-28", "25.3-26.2" or a single place */
    public function nameOfRange(string $from, string $to): string
    {
        if ($from === $to) {
            return $this->nameOf($from);
        }
        $first = $this->part->notes[$this->byId[$from]];
        $last = $this->part->notes[$this->byId[$to]];
        $wholeMeasures = ($this->byMeasure[$first->measure][0] ?? null) === $this->byId[$from]
            && array_slice($this->byMeasure[$last->measure] ?? [], -1) === [$this->byId[$to]];
        if ($wholeMeasures) {
            $a = $this->score->measures[$first->measure]->number;
            $b = $this->score->measures[$last->measure]->number;
            if ($this->score->measureNumbered($a) === $first->measure && $this->score->measureNumbered($b) === $last->measure) {
                return $a === $b ? $a : "{$a}-{$b}";
            }
        }

        return $this->nameOf($from) . '-' . $this->nameOf($to);
    }

    /** Where a mark stands, as a pencil line says it. */
    public function placeOf(Mark $mark): string
    {
        foreach ($mark->kinds as $kind) {
            if ($kind->anchor() === Anchor::Range) {
                return $this->nameOfRange($mark->from, $mark->to);
            }
        }

        return $this->nameOf($mark->from, $mark->inside);
    }

    /** What a mark says, without its place: "slur 1.2 or no slurs", "hook 2x". */
    public function wordsOf(Mark $mark): string
    {
        $words = [];
        foreach (array_keys($mark->kinds) as $index) {
            $words[] = $this->possibility($mark, $index);
        }

        return implode(' or ', $words) . ($mark->pass === null ? '' : " {$mark->pass}x");
    }

    /** One possibility of a mark, in the words of a pencil line. */
    public function possibility(Mark $mark, int $index): string
    {
        $kind = $mark->kinds[$index];
        $target = $mark->targets[$index] ?? '';

        return $kind instanceof SlurTo && $target !== '' ? 'slur ' . $this->nameOf($target) : $kind->words();
    }

    /** Whether a text begins like a place, so that "Violin II as Violin I" is not taken for one. */
    public static function looksLikeOne(string $text): bool
    {
        return preg_match('~^(\d+[A-Za-z]?|[A-Z][A-Za-z]?\d*(\+\d+)?)([.-].*)?$~', $text) === 1;
    }

    /** @return array{string, string|null} */
    private function split(string $text): array
    {
        if (preg_match('~^([^-–]+)[-–]([^-–]+)$~u', $text, $match) === 1) {
            return [$match[1], $match[2]];
        }
        foreach ($this->byId as $id => $position) {
            if (str_starts_with($text, $id . '-') && isset($this->byId[substr($text, strlen($id) + 1)])) {
                return [(string) $id, substr($text, strlen($id) + 1)];
            }
        }

        return [$text, null];
    }

    /** @throws UnknownPlace when it goes backwards, or holds no notes */
    private function range(string $text, string $from, string $to): MarkedNotes
    {
        [$fromMeasure, $fromOffset] = $this->eventAt($from);
        [$toMeasure, $toOffset] = $this->eventAt($to);
        $isBackwardsInside = $fromOffset !== null && $toOffset !== null && $toOffset->isLessThan($fromOffset);
        if ($toMeasure < $fromMeasure || ($toMeasure === $fromMeasure && $isBackwardsInside)) {
            throw UnknownPlace::backwards($text);
        }
        $first = $last = null;
        for ($measure = $fromMeasure; $measure <= $toMeasure; $measure++) {
            foreach ($this->byMeasure[$measure] ?? [] as $position) {
                $offset = $this->part->notes[$position]->offset;
                $isBefore = $measure === $fromMeasure && $fromOffset !== null && $offset->isLessThan($fromOffset);
                $isAfter = $measure === $toMeasure && $toOffset !== null && $offset->isMoreThan($toOffset);
                if (!$isBefore && !$isAfter) {
                    $first ??= $position;
                    $last = $position;
                }
            }
        }
        if ($first === null || $last === null) {
            throw UnknownPlace::noNotesInMeasure($text);
        }

        return new MarkedNotes($this->part->notes[$first]->id, $this->part->notes[$last]->id);
    }

    /** @throws UnknownPlace */
    private function exactly(string $text): int
    {
        $position = $this->at($text);
        if ($position !== null) {
            return $position;
        }
        [$measure, $offset] = $this->eventAt($text);
        $of = $this->score->measures[$measure];
        $beats = [];
        foreach ($this->byMeasure[$measure] ?? [] as $position) {
            $beats[] = $of->meter->beatAt($this->part->notes[$position]->offset)->toDecimal();
        }
        $beat = $offset === null ? '1' : $of->meter->beatAt($offset)->toDecimal();

        throw UnknownPlace::noNoteAt($of->number, $beat, array_values(array_unique($beats)));
    }

    /**
     * Position of the note that begins at the place, null when none does.
     *
     * @throws UnknownPlace
     */
    private function at(string $text): ?int
    {
        if (isset($this->byId[$text])) {
            return $this->byId[$text];
        }
        [$measure, $offset] = $this->eventAt($text);
        $positions = $this->byMeasure[$measure] ?? [];
        if ($offset === null) {
            return $positions[0] ?? null;
        }
        $near = null;
        foreach ($positions as $position) {
            $distance = $this->part->notes[$position]->offset->minus($offset)->toFloat();
            if ($distance === 0.0) {
                return $position;
            }
            // "9.2.33" is meant for the second note of a triplet.
            if (abs($distance) < 0.03) {
                $near ??= $position;
            }
        }

        return $near;
    }

    /** @throws UnknownPlace */
    private function after(string $text): int
    {
        [$measure, $offset] = $this->eventAt($text);
        for ($count = count($this->score->measures), $at = $measure; $at < $count; $at++) {
            foreach ($this->byMeasure[$at] ?? [] as $position) {
                if ($at > $measure || $offset === null || $this->part->notes[$position]->offset->isMoreThan($offset)) {
                    return $position;
                }
            }
        }

        throw UnknownPlace::nothingAfter($text);
    }

    /** @throws UnknownPlace */
    private function near(string $text): int
    {
        try {
            return $this->after($text);
        } catch (UnknownPlace $nothing) {
            $lastMeasure = array_key_last($this->byMeasure);
            if ($lastMeasure === null) {
                throw $nothing;
            }

            return $this->byMeasure[$lastMeasure][count($this->byMeasure[$lastMeasure]) - 1];
        }
    }

    /**
     * @return array{int, Fraction}
     * @throws UnknownPlace
     */
    private function inside(string $text): array
    {
        [$measure, $offset] = $this->eventAt($text);
        $offset ??= Fraction::zero();
        $tied = null;
        foreach ($this->byMeasure[$measure] ?? [] as $position) {
            $note = $this->part->notes[$position];
            $into = $offset->minus($note->offset);
            if ($into->isPositive() && $into->isLessThan($note->duration)) {
                return [$position, $into];
            }
            if ($into->isZero() && $note->tieStop) {
                $tied ??= $position;
            }
        }
        if ($tied !== null) {
            return [$tied, Fraction::zero()];
        }

        throw UnknownPlace::nothingSoundsAt($text);
    }

    /**
     * @return array{int, Fraction|null} measure index, and quarter notes from its barline where a beat was named
     * @throws UnknownPlace
     */
    private function eventAt(string $text): array
    {
        if (isset($this->byId[$text])) {
            $note = $this->part->notes[$this->byId[$text]];

            return [$note->measure, $note->offset];
        }
        $measure = '(?<number>[A-Za-z]?\d+[A-Za-z]?|[A-Za-z][A-Za-z]?\d*)(?:\+(?<more>\d+))?';
        if (preg_match("~^{$measure}(?:\.(?<beat>\d+/\d+|\d+(?:\.\d+)?)(?<and>\+)?)?$~", $text, $match) !== 1) {
            throw UnknownPlace::notAPlace($text);
        }
        $index = $this->measure($match['number'], isset($match['more']) ? (int) $match['more'] : 0);
        if (($match['beat'] ?? '') === '') {
            return [$index, null];
        }
        try {
            $beat = Fraction::parse($match['beat']);
        } catch (MusicException) {
            throw UnknownPlace::notAPlace($text);
        }
        if (isset($match['and'])) {
            $beat = $beat->plus(Fraction::of(1, 2));
        }

        return [$index, $this->score->measures[$index]->meter->offsetOf($beat)];
    }

    /** @throws UnknownPlace */
    private function measure(string $number, int $more): int
    {
        $index = $this->score->measureNumbered($number);
        if ($index === null) {
            foreach ($this->score->measures as $measure) {
                if ($measure->rehearsal === $number) {
                    $index = $measure->index;
                    break;
                }
            }
        }
        $measures = $this->score->measures;
        if ($index === null && !ctype_digit($number)) {
            throw UnknownPlace::noSuchRehearsalMark($number);
        }
        if ($index === null || !isset($measures[$index + $more])) {
            $last = $measures[count($measures) - 1];
            throw UnknownPlace::noSuchMeasure($number, $this->part->name, $measures[0]->number, $last->number);
        }

        return $index + $more;
    }
}
