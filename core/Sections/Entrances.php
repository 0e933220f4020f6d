<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Who comes in when: first notes, and notes after a rest of a measure or more, on which beat. */
final readonly class Entrances
{
    public function __construct(private Score $score)
    {
    }

    /**
     * @param list<Part> $parts
     * @return list<Entrance> in playing order of the page
     */
    public function of(array $parts): array
    {
        $entrances = [];
        foreach ($parts as $part) {
            $end = null;
            foreach (Line::allOf($this->score, $part)[0]->events ?? [] as $event) {
                $measure = $this->score->measures[$event->measure];
                $rest = $end === null ? null : $event->onset->minus($end);
                if ($rest === null || $rest->compare($measure->meter->length()) >= 0) {
                    $beat = $measure->meter->beatAt($event->offset);
                    $entrances[] = new Entrance($part->id, $event->onset, $event->measure, $beat);
                }
                $end = $event->end();
            }
        }
        usort($entrances, static fn (Entrance $a, Entrance $b): int => $a->onset->compare($b->onset));

        return $entrances;
    }
}
