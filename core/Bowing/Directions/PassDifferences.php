<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\VisitBow;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Origin;
use UprightPencil\Music\Direction;

/** Compares the direction of every printed stroke on each pass, as the bow really arrives there. */
final readonly class PassDifferences
{
    /** @param list<Stroke> $strokes in playing order */
    public function __construct(private array $strokes, private StrokeDirections $directions)
    {
    }

    /** @return array<int, array<int, Direction>> directions that differ from the first time, by event and pass */
    public function byEvent(): array
    {
        $first = [];
        $differing = [];
        foreach ($this->isAnythingRepeated() ? $this->strokes : [] as $index => $stroke) {
            $head = $stroke->head();
            $direction = $this->directions->starts[$index];
            $first[$head->event] ??= $direction;
            if ($first[$head->event] !== $direction) {
                $differing[$head->event][$head->pass] = $direction;
            }
        }

        return $differing;
    }

    /**
     * How strokes are played on each pass that differs from the first, by its direction or by a hook, retake or lift marked for some
     * passes only; where the first pass has one that is not for all, it is listed too.
     *
     * @return array<int, array<int, VisitBow>> by event and pass
     */
    public function visits(): array
    {
        $first = $differing = [];
        foreach ($this->isAnythingRepeated() ? $this->strokes : [] as $index => $stroke) {
            $head = $stroke->head();
            // How players get there by themselves, in a rest or at a comma, needs no words.
            $isAsked = $this->directions->isAsked($index);
            $connection = $isAsked ? $this->directions->connections[$index] : BowConnection::Change;
            $isMarked = $isAsked || $this->directions->origins[$index] === Origin::Mark;
            $visit = new VisitBow($this->directions->starts[$index], $connection, $isMarked);
            $first[$head->event] ??= [$head->pass, $visit];
            [$pass, $before] = $first[$head->event];
            $isOtherJoin = $visit->connection !== $before->connection && ($visit->isJoined() || $before->isJoined());
            if ($visit->direction !== $before->direction || $isOtherJoin) {
                $differing[$head->event] ??= $isOtherJoin && $before->isJoined() ? [$pass => $before] : [];
                $differing[$head->event][$head->pass] = $visit;
            }
        }

        return $differing;
    }

    private function isAnythingRepeated(): bool
    {
        foreach ($this->strokes as $stroke) {
            if ($stroke->events[0]->pass > 1) {
                return true;
            }
        }

        return false;
    }

    /**
     * The first stroke of each stretch that comes out differently on a later pass.
     *
     * @return list<int> positions in the strokes
     */
    public function firstOfEachStretch(): array
    {
        $differing = $this->byEvent();
        if ($differing === []) {
            return [];
        }
        $found = [];
        $seen = [];
        $isInside = false;
        foreach ($this->strokes as $index => $stroke) {
            $head = $stroke->head();
            $differs = isset($differing[$head->event][$head->pass]);
            if ($differs && !$isInside && !isset($seen[$head->event])) {
                $found[] = $index;
                $seen[$head->event] = true;
            }
            $isInside = $differs;
        }

        return $found;
    }
}
