<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Bowing\Join;
use UprightPencil\Bowing\NoteBow;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\WayOut;

/**
 * Finds what parts share: stretches of the same onsets, durations and ties, whatever the pitch, the longest there are;
 * and tells where the bows over them differ, once for each stretch.
 */
final class Comparison
{
    /** Fewer shared events than this are chance. */
    private const LEAST = 4;

    /** @var array<string, Line|null> */
    private array $lines = [];

    /** @param list<PartPlan> $plans */
    public function __construct(private readonly Score $score, private readonly array $plans)
    {
    }

    /** @return list<SharedStretch> in score order */
    public function stretches(): array
    {
        $stretches = [];
        foreach ($this->plans as $index => $one) {
            foreach (array_slice($this->plans, $index + 1) as $other) {
                $stretches = [...$stretches, ...$this->between($one, $other)];
            }
        }
        usort($stretches, static fn (SharedStretch $a, SharedStretch $b): int
            => [$a->fromMeasure, $a->one, $a->other] <=> [$b->fromMeasure, $b->one, $b->other]);

        return $stretches;
    }

    /** @return list<Flag> */
    public function flags(): array
    {
        $flags = [];
        foreach ($this->stretches() as $stretch) {
            if (!$stretch->agrees()) {
                $flags[] = $this->flag($stretch);
            }
        }

        return $flags;
    }

    /** @return list<SharedStretch> */
    private function between(PartPlan $one, PartPlan $other): array
    {
        $first = $this->line($one);
        $second = $this->line($other);
        if ($first === null || $second === null) {
            return [];
        }
        $stretches = [];
        $run = [];
        $i = $j = 0;
        while (isset($first->events[$i], $second->events[$j])) {
            $a = $first->events[$i];
            $b = $second->events[$j];
            $order = $a->onset->compare($b->onset);
            $isSame = $order === 0 && $a->duration->equals($b->duration) && $this->ties($one, $a) === $this->ties($other, $b);
            if ($isSame) {
                $run[] = [$a, $b];
            } elseif ($run !== []) {
                $stretches[] = $run;
                $run = [];
            }
            $i += $order <= 0 ? 1 : 0;
            $j += $order >= 0 ? 1 : 0;
        }
        $stretches[] = $run;

        return array_values(array_filter(array_map(
            fn (array $run): ?SharedStretch => count($run) < self::LEAST ? null : $this->stretch($one, $other, $run),
            $stretches,
        )));
    }

    /** @param list<array{Event, Event}> $run */
    private function stretch(PartPlan $one, PartPlan $other, array $run): SharedStretch
    {
        $pairs = $slurs = $directions = [];
        foreach ($run as $position => [$a, $b]) {
            $pair = [$this->id($one, $a), $this->id($other, $b)];
            $pairs[] = $pair;
            $mine = $one->bow->at($pair[0]);
            $theirs = $other->bow->at($pair[1]);
            if ($mine === null || $theirs === null) {
                continue;
            }
            if ($position > 0 && self::isSlurred($mine) !== self::isSlurred($theirs)) {
                $slurs[] = $position;
            } elseif ($mine->isHead && $theirs->isHead && $mine->direction !== $theirs->direction) {
                $directions[] = $position;
            }
        }

        return new SharedStretch(
            $one->part->id,
            $other->part->id,
            $pairs,
            $run[0][0]->measure,
            $run[count($run) - 1][0]->measure,
            $slurs,
            $directions,
        );
    }

    /** What differs, in a sentence with the ways to agree. */
    public function flag(SharedStretch $stretch): Flag
    {
        $one = $this->plan($stretch->one);
        $other = $this->plan($stretch->other);
        $differs = $stretch->slursDiffer !== [] ? $stretch->slursDiffer : $stretch->directionsDiffer;
        $first = $this->measureOf($one, $stretch->pairs[$differs[0]][0]);
        $last = $this->measureOf($one, $stretch->pairs[$differs[count($differs) - 1]][0]);
        $from = $this->score->measures[$first]->number;
        $to = $this->score->measures[$last]->number;
        $where = $first === $last ? "m. {$from}" : "mm. {$from}–{$to}";
        $mine = $one->bow->at($stretch->pairs[$differs[0]][0]);
        if ($stretch->slursDiffer !== []) {
            [$slurs, $separates] = $mine !== null && self::isSlurred($mine) ? [$one, $other] : [$other, $one];
            $text = "{$slurs->part->name} slurs what {$separates->part->name} separates, {$where}.";
        } else {
            $text = "{$one->part->name} and {$other->part->name} share a rhythm and bow it in opposite directions, {$where}.";
        }

        $ways = [$this->copy($stretch, $one, $other, 0), $this->copy($stretch, $other, $one, 1)];

        return new Flag(
            FlagCode::SectionsDiffer,
            $text,
            null,
            $first,
            null,
            $stretch->pairs[$differs[0]][0],
            array_values(array_filter($ways)),
        );
    }

    /**
     * The mark that turns one part the other's way where they first differ: their strokes being the same, the rest of the
     * stretch follows. Offered only where the slurs agree.
     *
     * @param int $side which note of each pair is the giver's: 0 or 1
     */
    private function copy(SharedStretch $stretch, PartPlan $giver, PartPlan $taker, int $side): ?WayOut
    {
        $at = $stretch->directionsDiffer[0] ?? null;
        $given = $at === null ? null : $giver->bow->at($stretch->pairs[$at][$side]);
        if ($at === null || $given === null || $stretch->slursDiffer !== []) {
            return null;
        }
        $place = (new Places($this->score, $taker->part))->nameOf($stretch->pairs[$at][1 - $side]);

        return new WayOut(
            "{$taker->part->name} as {$giver->part->name}: {$given->direction->value} at {$place}",
            ["part {$taker->part->name}", "{$place} {$given->direction->value}"],
        );
    }

    private static function isSlurred(NoteBow $bow): bool
    {
        return $bow->join === Join::Slur || ($bow->join === Join::Hook && $bow->isShownBySlur);
    }

    private function ties(PartPlan $plan, Event $event): bool
    {
        return $plan->part->notes[$event->notes[0]]->tieStart;
    }

    private function id(PartPlan $plan, Event $event): string
    {
        return $plan->part->notes[$event->notes[0]]->id;
    }

    private function measureOf(PartPlan $plan, string $noteId): int
    {
        return $plan->part->notes[$plan->part->positionsById()[$noteId]]->measure;
    }

    private function line(PartPlan $plan): ?Line
    {
        if (!$plan->part->instrument->isBowed()) {
            return null;
        }
        if (!array_key_exists($plan->part->id, $this->lines)) {
            $this->lines[$plan->part->id] = Line::allOf($this->score, $plan->part)[0] ?? null;
        }

        return $this->lines[$plan->part->id];
    }

    private function plan(string $partId): PartPlan
    {
        foreach ($this->plans as $plan) {
            if ($plan->part->id === $partId) {
                return $plan;
            }
        }

        throw new \LogicException("No part {$partId} was compared.");
    }
}
