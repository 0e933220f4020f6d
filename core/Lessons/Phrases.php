<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Where the phrases of a short line begin: after a rest or a comma, and after a long note that ends a measure. */
final readonly class Phrases
{
    /** @param list<int> $starts positions in the part of the notes phrases begin with, in order */
    private function __construct(private array $starts, private int $count)
    {
    }

    public static function of(Score $score, Part $part): self
    {
        $starts = [];
        foreach (Line::allOf($score, $part) as $line) {
            foreach ($line->events as $index => $event) {
                $before = $line->events[$index - 1] ?? null;
                $last = $before === null ? null : $part->notes[$before->notes[0]];
                $isStart = $before === null || $last === null || $before->end()->isLessThan($event->onset) || $last->commaAfter
                    || (!$last->tieStart && $event->offset->isZero()
                        && !$before->duration->isLessThan($score->measures[$before->measure]->meter->pulse()->times(2)));
                if ($isStart) {
                    $starts[] = $event->noteheads()[0];
                }
            }
        }
        sort($starts);

        return new self($starts, count($part->notes));
    }

    /** @return array{int, int} positions of the first and the last note of the phrase a note stands in */
    public function around(int $note): array
    {
        $from = 0;
        $to = $this->count - 1;
        foreach ($this->starts as $start) {
            if ($start <= $note) {
                $from = $start;
            } else {
                $to = $start - 1;
                break;
            }
        }

        return [$from, $to];
    }
}
