<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** Raises flags at the events of a line. */
final readonly class EventFlags
{
    public function __construct(private Score $score, private Part $part, private Line $line)
    {
    }

    public function at(FlagCode $code, string $text, int $event): Flag
    {
        $of = $this->line->events[$event];
        $measure = $this->score->measures[$of->measure];

        return new Flag(
            $code,
            ucfirst($text),
            $this->part->id,
            $of->measure,
            $measure->meter->beatAt($of->offset),
            $this->part->notes[$of->notes[0]]->id,
        );
    }

    public function place(int $event): string
    {
        $of = $this->line->events[$event];
        $measure = $this->score->measures[$of->measure];

        return PlaceWords::of($measure, $of->offset);
    }
}
