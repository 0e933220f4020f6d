<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Mark;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;

/**
 * The school "staggered": where partners change inside a note that is too long for one bow. Both change equally often, so that they
 * arrive alike, and never on one beat; every piece fits the hair, and none ends on the beat before the next entry.
 */
final readonly class StaggeredChanges
{
    /** Changes in one note that are still counted. */
    private const MOST = 6;

    public function __construct(
        private Score $score,
        private Part $part,
        private Line $line,
        private BowLengths $lengths,
        private TempoMap $tempo,
        private BowConstraints $constraints,
    ) {
    }

    /**
     * @param Direction $direction how the stroke begins
     * @return list<Mark> what both partners would mark; empty where no beats serve, or where the director marked some
     */
    public function of(Stroke $stroke, Direction $direction): array
    {
        $amount = $this->lengths->under($stroke);
        foreach ($stroke->events as $played) {
            if ($this->constraints->changes($played->event) !== [] || $this->constraints->changesOfOthers($played->event) !== []) {
                return [];
            }
        }
        $begin = $this->line->events[$stroke->head()->event]->onset;
        $end = $this->line->events[$stroke->last()->event]->end();
        $perSecond = $amount->slowest / max($amount->seconds, 1e-6);
        $beats = $this->beats($stroke, $end);
        for ($changes = (int) max(1, ceil($amount->slowest / $this->lengths->hair()) - 1); $changes <= self::MOST; $changes++) {
            $outside = $this->cuts($beats, [], $changes, $begin, $end, $perSecond);
            $inside = $outside === null ? null : $this->cuts($beats, $outside, $changes, $begin, $end, $perSecond);
            if ($outside !== null && $inside !== null) {
                return [
                    ...$this->marks($beats, $outside, Chair::outside(), $direction),
                    ...$this->marks($beats, $inside, Chair::inside(), $direction),
                ];
            }
        }

        return [];
    }

    /**
     * Beats inside the note.
     *
     * @return list<array{int, Fraction, Fraction}> event, quarter notes into it, onset
     */
    private function beats(Stroke $stroke, Fraction $end): array
    {
        $beats = [];
        foreach ($stroke->events as $position => $played) {
            $event = $this->line->events[$played->event];
            $pulse = $this->score->measures[$event->measure]->meter->pulse();
            for ($offset = Fraction::zero(); $offset->isLessThan($event->offset->plus($event->duration)); $offset = $offset->plus($pulse)) {
                $inside = $offset->minus($event->offset);
                $onset = $event->onset->plus($inside);
                $isAfterStart = $inside->isPositive() || ($position > 0 && $inside->isZero());
                if ($isAfterStart && $onset->plus($pulse)->isLessThan($end)) {
                    $beats[] = [$played->event, $inside, $onset];
                }
            }
        }

        return $beats;
    }

    /**
     * So many beats, as near to equal shares as may be, with every piece within the hair.
     *
     * @param list<array{int, Fraction, Fraction}> $beats
     * @param list<int> $taken positions in them that the partner has
     * @return list<int>|null positions in them, rising; null where it cannot be
     */
    private function cuts(array $beats, array $taken, int $changes, Fraction $begin, Fraction $end, float $perSecond): ?array
    {
        $whole = $this->tempo->seconds($begin, $end);
        $cuts = [];
        $from = $begin;
        for ($cut = 1; $cut <= $changes; $cut++) {
            $best = null;
            $far = INF;
            foreach ($beats as $position => [, , $onset]) {
                $isFree = !in_array($position, $taken, true) && $from->isLessThan($onset);
                $here = abs($this->tempo->seconds($begin, $onset) - $whole * $cut / ($changes + 1));
                $fits = $isFree && $this->tempo->seconds($from, $onset) * $perSecond <= $this->lengths->hair();
                if ($fits && $here < $far) {
                    [$best, $far] = [$position, $here];
                }
            }
            if ($best === null) {
                return null;
            }
            $cuts[] = $best;
            $from = $beats[$best][2];
        }

        return $this->tempo->seconds($from, $end) * $perSecond <= $this->lengths->hair() ? $cuts : null;
    }

    /**
     * @param list<array{int, Fraction, Fraction}> $beats
     * @param list<int> $cuts
     * @return list<Mark>
     */
    private function marks(array $beats, array $cuts, Chair $chair, Direction $direction): array
    {
        $marks = [];
        foreach ($cuts as $cut) {
            [$event, $inside] = $beats[$cut];
            $direction = $direction->opposite();
            $id = $this->part->notes[$this->line->events[$event]->notes[0]]->id;
            $marks[] = new Mark('', [new Change($direction)], $id, $id, $inside, for: $chair);
        }

        return $marks;
    }
}
