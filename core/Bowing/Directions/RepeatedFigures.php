<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * How a figure was bowed the first time: where it comes again with the same need, the same answer is given.
 *
 * A figure is what the strokes play from the one that was turned back to the one that had to come right: its rhythm, rests and
 * steps from note to note.
 */
final class RepeatedFigures
{
    /** @var array<string, string> number of the measure that came right, by figure and answer */
    private array $answers = [];

    /** @param list<Stroke> $strokes */
    public function __construct(
        private readonly Score $score,
        private readonly Part $part,
        private readonly Line $line,
        private readonly array $strokes,
        private readonly float $slack,
    ) {
    }

    /** Remembers that a stroke came right by an answer at or before it. */
    public function remember(RepeatCandidate $answer, int $stroke): void
    {
        $measure = $this->line->events[$this->strokes[$stroke]->head()->event]->measure;
        $this->answers[$this->figure($answer, $stroke)] ??= $this->score->measures[$measure]->number;
    }

    /**
     * The candidate that repeats an earlier answer to the same need, unless it is much dearer here than the best.
     *
     * @param list<RepeatCandidate> $candidates cheapest first
     */
    public function again(array $candidates, int $stroke): ?RepeatCandidate
    {
        foreach ($this->answers === [] ? [] : $candidates as $candidate) {
            if ($candidate->price > $candidates[0]->price + $this->slack) {
                return null;
            }
            $measure = $this->answers[$this->figure($candidate, $stroke)] ?? null;
            if ($measure !== null) {
                return $candidate->as("as in measure {$measure}");
            }
        }

        return null;
    }

    private function figure(RepeatCandidate $answer, int $stroke): string
    {
        $shape = $answer->connection->value;
        $step = null;
        for ($index = max(0, $answer->stroke - 1); $index <= $stroke; $index++) {
            $shape .= $index < $answer->stroke ? '' : "|{$this->strokes[$index]->gap}";
            foreach ($this->strokes[$index]->events as $played) {
                $event = $this->line->events[$played->event];
                $here = $this->part->notes[$event->notes[0]]->pitch?->step();
                $shape .= " {$event->duration}" . ($step === null || $here === null ? '' : ':' . ($here - $step));
                $step = $here;
            }
        }

        return $shape;
    }
}
