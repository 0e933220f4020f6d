<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Findings;

use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Review\Remedy;

/** Ways out of what a hand meets at a note: another finger there, or at the note before, where the level has one. */
final readonly class OtherFingers
{
    /** @param float $dearest what the whole way through an answer may cost more, in shifts */
    public function __construct(
        private Score $score,
        private Part $part,
        private HandPath $path,
        private Hand $hand,
        private Strings $strings,
        private float $dearest,
    ) {
    }

    /**
     * @param callable(HandState): bool $isOut whether a hand state at the layer is out of it
     * @return list<Remedy> the cheapest one, or none
     */
    public function at(int $layer, callable $isOut): array
    {
        $event = $this->path->eventAt($layer);
        if ($event->isChord() || $event->isGrace) {
            return [];
        }
        foreach ($this->path->others($layer, $this->dearest) as $other) {
            if (!$isOut($other->state)) {
                continue;
            }
            $stop = $other->state->stops[0];
            $note = $this->part->notes[$event->notes[0]];
            $string = $this->strings->names[$stop->string];
            $finger = $stop->finger === 0 ? "open {$string}" : "{$stop->shape->words($stop->finger)} on {$string}";
            $here = $this->path->chosen($layer);
            $position = $this->hand->nameOf($other->state->frame);
            $isHere = $stop->finger === 0 || $position === $this->hand->nameOf($here->frame);
            $place = PlaceWords::of($this->score->measures[$note->measure], $note->offset);

            return [new Remedy(
                "Take {$finger} at {$place}" . ($isHere ? '' : ", in {$position}"),
                ["{$note->id} {$stop->shape->words($stop->finger)}, on {$string}" . ($isHere ? '' : ", {$position}")],
            )];
        }

        return [];
    }
}
