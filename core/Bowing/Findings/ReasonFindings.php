<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** Marks that no longer bring what they were laid for: "46.2+ down > 47.1 down". */
final readonly class ReasonFindings
{
    public function __construct(private Part $part, private Line $line, private MarkBook $book, private EventFlags $flags)
    {
    }

    /**
     * @param list<Stroke> $strokes
     * @param array<int, Direction> $starts which way each begins
     * @return list<Flag>
     */
    public function of(array $strokes, array $starts): array
    {
        $positions = $this->part->positionsById();
        $flags = [];
        foreach ($this->book->marks as $mark) {
            $reason = $mark->reason;
            $event = $this->line->eventOfNote[$positions[$mark->from]] ?? null;
            $aim = $reason === null ? null : $this->line->eventOfNote[$positions[$reason->note] ?? -1] ?? null;
            if ($reason === null || $event === null || $aim === null || !$mark->acts()) {
                continue;
            }
            $now = $this->firstAt($aim, $strokes, $starts);
            if ($now !== null && $now->value !== $reason->direction) {
                $meant = "{$this->flags->place($aim)} comes {$reason->direction}; it comes {$now->value} now.";
                $flags[] = $this->flags->at(FlagCode::GoalMissed, "“{$mark->kind()->words()}” is here so that {$meant}", $event);
            }
        }

        return $flags;
    }

    /**
     * Which way an event goes the first time; null where nothing is bowed.
     *
     * @param list<Stroke> $strokes
     * @param array<int, Direction> $starts
     */
    private function firstAt(int $event, array $strokes, array $starts): ?Direction
    {
        foreach ($strokes as $index => $stroke) {
            foreach ($stroke->events as $played) {
                if ($played->event === $event) {
                    return $starts[$index] ?? null;
                }
            }
        }

        return null;
    }
}
