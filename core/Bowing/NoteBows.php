<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Bowing\Directions\PassDifferences;
use UprightPencil\Bowing\Directions\StrokeDirections;
use UprightPencil\Bowing\Distribution\BowAdvice;
use UprightPencil\Bowing\Distribution\DistributionPlan;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Bowing\Strokes\InnerChanges;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\SlurLinks;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;

/** What each notehead gets of the strokes it is played in: the first time it is played counts. */
final readonly class NoteBows
{
    public function __construct(
        private Part $part,
        private Line $line,
        private SlurLinks $links,
        private InnerChanges $inner,
        private BowAdvice $advice,
    ) {
    }

    /**
     * @param list<Stroke> $strokes
     * @return array<string, NoteBow> by note id
     */
    public function of(array $strokes, StrokeDirections $directions, DistributionPlan $distribution): array
    {
        $notes = [];
        $numbers = [];
        $done = [];
        $number = 0;
        $others = (new PassDifferences($strokes, $directions))->visits();
        $advice = $this->advice->of($strokes, $distribution);
        foreach ($strokes as $index => $stroke) {
            $head = $stroke->head()->event;
            $numbers[$head] ??= ++$number;
            $direction = $directions->starts[$index];
            foreach ($stroke->events as $position => $played) {
                if (!isset($done[$played->event])) {
                    $done[$played->event] = true;
                    $isHead = $position === 0;
                    $bow = new NoteBow(
                        $numbers[$head],
                        $direction,
                        $isHead ? $directions->connections[$index] : $this->links->within($stroke, $position),
                        $directions->origins[$index],
                        $directions->whys[$index],
                        $isHead,
                        $this->inner->shown($played, $direction),
                        $distribution->from($played),
                        $distribution->to($played),
                        isShownBySlur: $isHead && $stroke->link === SlurLink::Hook
                            && $directions->connections[$index] === BowConnection::Hook,
                        otherPasses: $isHead ? $others[$played->event] ?? [] : [],
                        advice: $isHead ? $advice[$index] ?? '' : '',
                        related: $isHead ? $this->noteOf($directions->related($index)) : null,
                    );
                    $event = $this->line->events[$played->event];
                    foreach ($event->noteheads() as $order => $notehead) {
                        $notes[$this->part->notes[$notehead]->id] = $order === 0 ? $bow : $this->notehead($bow, $event, $order);
                    }
                }
                $direction = $this->inner->leaving($played, $direction);
            }
        }

        return $notes;
    }

    /** A note after its grace note joins by the slur; the noteheads of a chord begin together. */
    private function notehead(NoteBow $bow, Event $event, int $order): NoteBow
    {
        return $event->graceBefore === [] && $order < count($event->notes)
            ? $this->copy($bow, $bow->connection, $bow->isHead)
            : $this->copy($bow, BowConnection::Slur, false);
    }

    private function copy(NoteBow $bow, BowConnection $connection, bool $isHead): NoteBow
    {
        return new NoteBow(
            $bow->stroke,
            $bow->direction,
            $connection,
            $bow->origin,
            $bow->why,
            $isHead,
            $bow->changes,
            $bow->from,
            $bow->to,
            $bow->isShownBySlur && $isHead,
            $isHead ? $bow->otherPasses : [],
            $isHead ? $bow->advice : '',
            $isHead ? $bow->related : null,
        );
    }

    private function noteOf(?int $event): ?string
    {
        return $event === null ? null : $this->part->notes[$this->line->events[$event]->notes[0]]->id;
    }
}
