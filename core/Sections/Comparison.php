<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Marks\PlacesOfParts;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Event;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Line;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagOrder;
use UprightPencil\Review\Remedy;
use UprightPencil\Review\ToldOnce;

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

    /** @var array<string, array<string, int>> */
    private array $events = [];

    private readonly PlacesOfParts $places;

    /** @param list<PartPlan> $plans */
    public function __construct(private readonly Score $score, private readonly array $plans)
    {
        $this->places = new PlacesOfParts($score);
    }

    /** @return list<PartPlan> */
    public function plans(): array
    {
        return $this->plans;
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

    /**
     * @return list<Flag>
     * @throws MusicException
     */
    public function flags(): array
    {
        $stretches = $this->stretches();

        return FlagOrder::sorted([...$this->quarrels($stretches), ...$this->hands($stretches)]);
    }

    /**
     * @param list<SharedStretch> $stretches
     * @return list<Flag> one rhythm bowed in several ways
     * @throws MusicException
     */
    public function quarrels(array $stretches): array
    {
        return (new ToldOnce($this->score->measures))->of((new Quarrels($this->score, $this))->flags($stretches));
    }

    /**
     * @param list<SharedStretch> $stretches
     * @return list<Flag> one line fingered in several ways
     */
    public function hands(array $stretches): array
    {
        return (new ToldOnce($this->score->measures))->of(SameLines::of($this->plans, $this->places)->flags($stretches));
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
            $pair = new NotePair($this->id($one, $a), $this->id($other, $b));
            $pairs[] = $pair;
            $mine = $one->bow->at($pair->one);
            $theirs = $other->bow->at($pair->other);
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

    /**
     * What differs, in a sentence with the ways to agree.
     *
     * @throws MusicException
     */
    public function flag(SharedStretch $stretch): Flag
    {
        $one = $this->plan($stretch->one);
        $other = $this->plan($stretch->other);
        $differs = $stretch->slursDiffer !== [] ? $stretch->slursDiffer : $stretch->directionsDiffer;
        [$first, $last] = $this->span($stretch);
        $from = $this->score->measures[$first]->number;
        $to = $this->score->measures[$last]->number;
        $where = $first === $last ? "m. {$from}" : "mm. {$from}–{$to}";
        if ($stretch->slursDiffer !== []) {
            [$slurs, $separates] = $this->firstSlurs($stretch) ? [$one, $other] : [$other, $one];
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
            $stretch->pairs[$differs[0]]->one,
            array_values(array_filter($ways)),
        );
    }

    /**
     * The measures in which a stretch differs.
     *
     * @return array{int, int} index of the first and the last
     * @throws MusicException
     */
    public function span(SharedStretch $stretch): array
    {
        $one = $this->plan($stretch->one);
        $differs = $stretch->slursDiffer !== [] ? $stretch->slursDiffer : $stretch->directionsDiffer;

        return [
            $this->measureOf($one, $stretch->pairs[$differs[0] ?? 0]->one),
            $this->measureOf($one, $stretch->pairs[$differs[count($differs) - 1] ?? 0]->one),
        ];
    }

    /**
     * Whether the first of the two parts is the one that slurs, where their slurs differ.
     *
     * @throws MusicException
     */
    public function firstSlurs(SharedStretch $stretch): bool
    {
        $bow = $this->plan($stretch->one)->bow->at($stretch->pairs[$stretch->slursDiffer[0] ?? 0]->one);

        return $bow !== null && self::isSlurred($bow);
    }

    /**
     * What brings one of the two parts over to the other.
     *
     * @param int $side the one that changes: 0 or 1
     * @throws MusicException
     */
    public function copyTo(SharedStretch $stretch, int $side): ?Remedy
    {
        [$one, $other] = [$this->plan($stretch->one), $this->plan($stretch->other)];

        return $side === 0 ? $this->copy($stretch, $other, $one, 1) : $this->copy($stretch, $one, $other, 0);
    }

    /**
     * The mark that turns one part the other's way where they first differ: their strokes being the same, the rest of the
     * stretch follows. Where the slurs differ, they are copied first.
     *
     * @param int $side which note of each pair is the giver's: 0 or 1
     */
    private function copy(SharedStretch $stretch, PartPlan $giver, PartPlan $taker, int $side): ?Remedy
    {
        if ($stretch->slursDiffer !== []) {
            return $this->copySlurs($stretch, $giver, $taker, $side);
        }
        $at = $stretch->directionsDiffer[0] ?? null;
        $given = $at === null ? null : $giver->bow->at($stretch->pairs[$at]->on($side));
        if ($at === null || $given === null) {
            return null;
        }
        $places = $this->places->of($taker->part);
        $id = $stretch->pairs[$at]->on(1 - $side);

        $isHook = $this->becomesHook($taker, $id, $given->direction);

        return new Remedy(
            "{$taker->part->name} as {$giver->part->name}: {$given->direction->value} at {$places->inWords($id)}"
                . ($isHook ? ', ' . Quarrels::A_HOOK : ''),
            ["part {$taker->part->name}", "{$places->nameOf($id)} {$given->direction->value}"],
        );
    }

    /** Whether a direction at a note makes a hook of it: the stroke before goes that way already, and no rest lies between. */
    private function becomesHook(PartPlan $plan, string $id, Direction $direction): bool
    {
        $events = $this->line($plan)->events ?? [];
        $at = $this->eventsOf($plan)[$id] ?? 0;
        [$before, $event] = [$events[$at - 1] ?? null, $events[$at] ?? null];
        if ($before === null || $event === null) {
            return false;
        }
        $bow = $plan->bow->at($this->id($plan, $before));

        return $bow !== null && $before->end()->compare($event->onset) >= 0 && $bow->leaving() === $direction;
    }

    /** @return array<string, int> positions of a line's events by their notes, worked out once for a part */
    private function eventsOf(PartPlan $plan): array
    {
        if (!isset($this->events[$plan->part->id])) {
            $positions = [];
            foreach ($this->line($plan)->events ?? [] as $at => $event) {
                $positions[$this->id($plan, $event)] ??= $at;
            }
            $this->events[$plan->part->id] = $positions;
        }

        return $this->events[$plan->part->id];
    }

    /**
     * The slurs of one part over the differing notes, laid on the other. Not offered where a printed hook or a mark of the
     * taker's own stands in the way: lines cannot take those away.
     *
     * @param int $side which note of each pair is the giver's: 0 or 1
     */
    private function copySlurs(SharedStretch $stretch, PartPlan $giver, PartPlan $taker, int $side): ?Remedy
    {
        $bow = static fn (PartPlan $plan, int $at, int $side): ?NoteBow
            => isset($stretch->pairs[$at]) ? $plan->bow->at($stretch->pairs[$at]->on($side)) : null;
        $isInside = static fn (int $at): bool => ($bow($giver, $at, $side)->isHead ?? true) === false
            || ($bow($taker, $at, 1 - $side)->isHead ?? true) === false;
        $differ = $stretch->slursDiffer;
        $from = $differ[0] ?? 0;
        while ($from > 0 && $isInside($from)) {
            $from--;
        }
        $to = $differ[count($differ) - 1] ?? 0;
        while (isset($stretch->pairs[$to + 1]) && $isInside($to + 1)) {
            $to++;
        }
        $places = $this->places->of($taker->part);
        $name = static fn (int $at): string => $places->nameOf($stretch->pairs[$at]->on(1 - $side));
        $slurs = [];
        $start = null;
        $takerSlurs = false;
        for ($at = $from; $at <= $to + 1; $at++) {
            $given = $at <= $to ? $bow($giver, $at, $side) : null;
            $taken = $at <= $to ? $bow($taker, $at, 1 - $side) : null;
            if (($given !== null && $given->isShownBySlur) || ($taken !== null && $taken->isShownBySlur)) {
                return null;
            }
            $takerSlurs = $takerSlurs || ($taken !== null && $taken->connection === BowConnection::Slur);
            if ($at > $from && $given !== null && self::isSlurred($given)) {
                $start ??= $at - 1;
            } elseif ($start !== null) {
                $slurs[] = "{$name($start)} slur {$name($at - 1)}";
                $start = null;
            }
        }
        $range = array_flip(array_map(
            static fn (NotePair $pair): string => $pair->on(1 - $side),
            array_slice($stretch->pairs, $from, $to - $from + 1),
        ));
        foreach ($taker->book->marks as $mark) {
            if ($mark->acts() && $mark->kind()->slot() === Slot::Slur && isset($range[$mark->from])) {
                return null;
            }
        }
        $where = $places->nameOfRange($stretch->pairs[$from]->on(1 - $side), $stretch->pairs[$to]->on(1 - $side));
        $lines = $takerSlurs ? ["{$where} no slurs", ...$slurs] : $slurs;
        $given = $bow($giver, $from, $side);
        if ($given !== null && $given->direction !== $bow($taker, $from, 1 - $side)?->direction) {
            $lines[] = "{$name($from)} {$given->direction->value}";
        }

        return new Remedy(
            $slurs === []
                ? "{$taker->part->name} as {$giver->part->name}: no slurs from {$places->inWords($stretch->pairs[$from]->on(1 - $side))}"
                : "{$taker->part->name} as {$giver->part->name}: slurs from {$places->inWords($stretch->pairs[$from]->on(1 - $side))}",
            ["part {$taker->part->name}", ...$lines],
        );
    }

    private static function isSlurred(NoteBow $bow): bool
    {
        return $bow->connection === BowConnection::Slur || ($bow->connection === BowConnection::Hook && $bow->isShownBySlur);
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

    /** @throws MusicException */
    public function plan(string $partId): PartPlan
    {
        foreach ($this->plans as $plan) {
            if ($plan->part->id === $partId) {
                return $plan;
            }
        }

        throw MusicException::noSuchPart($partId);
    }
}
