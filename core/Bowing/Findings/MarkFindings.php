<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\NoteBows;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Bowing\Strokes\StrokeBuilder;
use UprightPencil\Marks\MarkBook;
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
        private NoteBows $bows,
        private StrokeBuilder $builder,
        private array $strokes,
        private EventFlags $flags,
    ) {
    }

    /** @return list<Flag> in no order */
    public function all(): array
    {
        return [...$this->marksInsideStrokes(), ...$this->displaced(), ...$this->silent(), ...$this->partners()];
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
                $join = $this->constraints->join($played->event, $played->pass) ?? $this->constraints->goal($played->event, $played->pass);
                if ($join !== null) {
                    $seen[$played->event] = true;
                    $held = $this->bows->within($stroke, $position) === BowConnection::Tie ? 'tied' : 'slurred';
                    $flags[] = $this->flags->at(
                        FlagCode::MarksContradict,
                        "“{$join['mark']->kind()->words()}” stands here, but the note is {$held} to the one before:"
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
        foreach ($this->book->displaced as [$old, $new]) {
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

    /** @return list<Flag> bowing marks on notes that take no bow */
    private function silent(): array
    {
        $flags = [];
        $positions = $this->part->positionsById();
        foreach ($this->book->marks as $mark) {
            $event = $this->line->eventOfNote[$positions[$mark->from]] ?? null;
            $isForBow = in_array($mark->kind()->slot(), ['direction', 'join', 'change'], true);
            if ($event !== null && $mark->acts() && $isForBow && $this->builder->isSilent($event)) {
                $flags[] = $this->flags->at(
                    FlagCode::MarksContradict,
                    "“{$mark->kind()->words()}” stands at a note without a bow stroke (pizzicato or tremolo).",
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
        foreach ($this->strokes as $index => $stroke) {
            $mine = 0;
            $others = [];
            foreach ($stroke->events as $played) {
                $mine += count($this->constraints->changes($played->event));
                foreach ($this->constraints->changesOfOthers($played->event) as $mark) {
                    $others[$mark->for] = ($others[$mark->for] ?? 0) + 1;
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
