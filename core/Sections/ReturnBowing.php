<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Review\Remedy;

/** Compares how a passage is bowed with how it was the first time: the same figure should be bowed the same everywhere. */
final readonly class ReturnBowing
{
    public function __construct(private Score $score, private Part $part, private BowPlan $plan)
    {
    }

    /**
     * What is bowed otherwise than the first time, with what makes it alike.
     *
     * @return Remedy|null its text says what differs, its lines mend it; null when the bowing is the same
     */
    public function difference(PassageReturn $return): ?Remedy
    {
        $places = Places::of($this->score, $this->part);
        foreach ($this->pairs($return) as $index => $pair) {
            [$was, $is] = [$this->plan->at($pair->one), $this->plan->at($pair->other)];
            // How the first stroke is reached belongs to what stands before it.
            $isReachedAlike = $was?->isHead === $is?->isHead
                && ($index === 0 || $was?->connection->repeatsDirection() === $is?->connection->repeatsDirection());
            if ($was === null || $is === null || ($isReachedAlike && $was->direction === $is->direction)) {
                continue;
            }
            $there = $places->inWords($pair->one);
            $here = $places->inWords($pair->other);
            if (!$was->isHead || !$is->isHead) {
                return new Remedy("slurred otherwise than at {$there}, from {$here} on", []);
            }
            if ($was->direction === $is->direction) {
                $reached = self::reached($was) . ' there, ' . self::reached($is) . ' here';

                return new Remedy("reached otherwise than at {$there}: {$reached}", []);
            }

            return new Remedy(
                "{$is->direction->value} at {$here}, and {$was->direction->value} the first time at {$there}",
                ["{$places->nameOf($pair->other)} {$was->direction->value}"],
            );
        }

        return null;
    }

    /**
     * Notes at the same places of both.
     *
     * @return list<NotePair> of the first time and of the return
     */
    private function pairs(PassageReturn $return): array
    {
        $notes = [[], []];
        foreach (Line::allOf($this->score, $this->part)[0]->events ?? [] as $event) {
            foreach ([$return->first, $return->again] as $which => $from) {
                if ($event->measure >= $from && $event->measure < $from + $return->measures) {
                    $notes[$which][] = $this->part->notes[$event->notes[0]]->id;
                }
            }
        }
        $pairs = [];
        foreach ($notes[0] as $index => $before) {
            if (isset($notes[1][$index])) {
                $pairs[] = new NotePair($before, $notes[1][$index]);
            }
        }

        return $pairs;
    }

    private static function reached(NoteBow $bow): string
    {
        return $bow->connection->repeatsDirection() ? "{$bow->direction->value} again" : 'turning';
    }
}
