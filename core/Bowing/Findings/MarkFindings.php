<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\InnerChanges;
use UprightPencil\Bowing\Strokes\SlurLinks;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Bowing\Strokes\StrokeBuilder;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Slot;
use UprightPencil\Marks\StandingMark;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** Marks for the bow that cannot do what they say where they stand. */
final readonly class MarkFindings
{
    /** @param list<Stroke> $strokes */
    public function __construct(
        private Part $part,
        private Line $line,
        private MarkBook $book,
        private BowConstraints $constraints,
        private SlurLinks $links,
        private StrokeBuilder $builder,
        private array $strokes,
        private EventFlags $flags,
    ) {
    }

    /** @return list<Flag> in no order */
    public function all(): array
    {
        return [...$this->marksInsideStrokes(), ...$this->displaced(), ...$this->silent(), ...$this->partners(), ...$this->neverPlayed()];
    }

    /**
     * Marks that ask for a stroke where a slur or tie goes on.
     *
     * @return list<Flag>
     */
    private function marksInsideStrokes(): array
    {
        $flags = [];
        $seen = [];
        foreach ($this->strokes as $stroke) {
            foreach ($stroke->events as $position => $played) {
                if ($position === 0 || isset($seen[$played->event])) {
                    continue;
                }
                $mark = $this->constraints->connection($played->event, $played->pass)
                    ?? $this->constraints->goal($played->event, $played->pass)?->mark;
                if ($mark !== null) {
                    $seen[$played->event] = true;
                    $held = $this->links->within($stroke, $position) === BowConnection::Tie ? 'tied' : 'slurred';
                    $flags[] = $this->flags->at(
                        FlagCode::MarksContradict,
                        "“{$mark->kind()->words()}” stands here, but the note is {$held} to the one before:"
                            . ' no stroke begins.',
                        $played->event,
                    );
                }
            }
        }

        return $flags;
    }

    /** @return list<Flag> marks another mark of the same list took the place of */
    private function displaced(): array
    {
        $flags = [];
        $positions = $this->part->positionsById();
        foreach ($this->book->displaced as $displaced) {
            [$old, $new] = [$displaced->lost, $displaced->kept];
            $event = $this->line->eventOfNote[$positions[$old->from]] ?? null;
            if ($event !== null) {
                $flags[] = $this->flags->at(
                    FlagCode::MarksContradict,
                    "“{$old->kind()->words()}” and “{$new->kind()->words()}” are both marked here; the later one holds.",
                    $event,
                );
            }
        }

        return $flags;
    }

    /** @return list<Flag> bowing marks on notes that take no bow, and marks for plucked notes on bowed ones */
    private function silent(): array
    {
        $flags = [];
        $positions = $this->part->positionsById();
        foreach ($this->book->marks as $mark) {
            $event = $this->line->eventOfNote[$positions[$mark->from]] ?? null;
            $isForBow = in_array($mark->kind()->slot(), [Slot::Direction, Slot::Connection, Slot::Change, Slot::PartOfBow], true);
            // One that holds for a stretch may well begin at a plucked note.
            $last = $mark->kind()->slot() === Slot::PartOfBow ? $this->line->eventOfNote[$positions[$mark->to]] ?? $event : $event;
            if ($event !== null && $mark->acts() && $isForBow && $this->isSilent($event, $last ?? $event)) {
                $flags[] = $this->flags->at(
                    FlagCode::MarksContradict,
                    "“{$mark->kind()->words()}” stands at a note without a bow stroke (pizzicato or tremolo).",
                    $event,
                );
            }
            $isForPlucked = $mark->kind() instanceof StandingMark && $mark->kind()->isForPizzicato();
            if ($event !== null && $mark->acts() && $isForPlucked && !$this->builder->isSilent($event)) {
                $flags[] = $this->flags->at(
                    FlagCode::MarksContradict,
                    "“{$mark->kind()->words()}” stands at a bowed note: only a plucked one rings on.",
                    $event,
                );
            }
        }

        return $flags;
    }

    /** Whether nothing is bowed from one event to another. */
    private function isSilent(int $from, int $to): bool
    {
        for ($event = $from; $event <= $to; $event++) {
            if (!$this->builder->isSilent($event)) {
                return false;
            }
        }

        return true;
    }

    /** @return list<Flag> marks for a time through that never comes */
    private function neverPlayed(): array
    {
        $flags = [];
        $positions = $this->part->positionsById();
        $times = [];
        foreach ($this->strokes as $stroke) {
            foreach ($stroke->events as $played) {
                $times[$played->event] = max($times[$played->event] ?? 0, $played->pass);
            }
        }
        foreach ($this->book->marks as $mark) {
            $event = $this->line->eventOfNote[$positions[$mark->from]] ?? null;
            $isForBow = in_array($mark->kind()->slot(), [Slot::Direction, Slot::Connection, Slot::Change], true);
            if ($event !== null && $mark->pass !== null && $mark->acts() && $isForBow && ($times[$event] ?? $mark->pass) < $mark->pass) {
                $flags[] = $this->flags->at(
                    FlagCode::MarksContradict,
                    "“{$mark->kind()->words()}” is for time {$mark->pass} through, but this is played "
                        . ($times[$event] === 1 ? 'once' : "{$times[$event]} times") . '.',
                    $event,
                );
            }
        }

        return $flags;
    }

    /** @return list<Flag> long notes after which partners would arrive in different directions */
    private function partners(): array
    {
        $flags = [];
        $seen = [];
        $inner = new InnerChanges($this->constraints);
        foreach ($this->strokes as $stroke) {
            $mine = 0;
            $others = [];
            foreach ($stroke->events as $played) {
                $mine += count($inner->acting($played));
                foreach ($inner->actingForOthers($played) as $mark) {
                    $others[$mark->for->value] = ($others[$mark->for->value] ?? 0) + 1;
                }
            }
            $event = $stroke->head()->event;
            foreach ($others as $for => $changes) {
                if (($changes - $mine) % 2 !== 0 && !isset($seen[$event])) {
                    $seen[$event] = true;
                    $flags[] = $this->flags->at(
                        FlagCode::MarksContradict,
                        "Partners part here: the outside players change {$mine} times in this note and the {$for} {$changes},"
                            . ' so they arrive at the next one in different directions.',
                        $event,
                    );
                }
            }
        }

        return $flags;
    }
}
