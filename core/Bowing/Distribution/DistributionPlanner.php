<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Directions\StrokeDirections;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\BowLength;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\InnerChanges;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;

/**
 * Distributes the bow over the strokes: where each played event begins and ends on the bow, and what does not fit.
 *
 * A piece is what lies between two changes of one stroke; most strokes are one piece. Pieces that are alike share one answer.
 *
 * Shares are positions in the stroke's events, with their weight.
 *
 * @phpstan-type Shares list<array{int, float}>
 */
final class DistributionPlanner
{
    private readonly Distribution $distribution;
    private readonly DistributionPlan $plan;
    private readonly InnerChanges $inner;
    /** @var array<string, int> kinds of strokes in one piece, by all that matters of them */
    private array $kinds = [];

    /**
     * @param list<Stroke> $strokes
     */
    public function __construct(
        private readonly Line $line,
        private readonly BowLengths $lengths,
        private readonly BowConstraints $constraints,
        private readonly BowSettings $settings,
        private readonly array $strokes,
        private readonly StrokeDirections $directions,
    ) {
        $this->distribution = new Distribution($settings->distribution);
        $this->plan = new DistributionPlan();
        $this->inner = new InnerChanges($constraints);
    }

    public function plan(): DistributionPlan
    {
        $kinds = $pieces = [];
        foreach ($this->strokes as $index => $stroke) {
            if (!$this->isCut($stroke)) {
                $amount = $this->lengths->under($stroke);
                $kinds[] = $this->kind($index, $amount);
                $pieces[] = [$index, $amount, null];
                continue;
            }
            foreach ($this->cut($stroke, $this->directions->starts[$index]) as $number => [$direction, $amount, $shares]) {
                $kinds[] = $this->distribution->kind($this->item($index, $number, $direction, $amount));
                $pieces[] = [$index, $amount, $shares];
            }
        }
        foreach ($this->distribution->plan($kinds) as $position => $place) {
            [$index, $amount, $shares] = $pieces[$position];
            if ($place->isLifted) {
                $this->plan->lifts[$index] = true;
            }
            $this->share($this->strokes[$index], $shares, $place->from, $place->to);
            $this->measure($index, $amount, abs($place->to - $place->from) * $this->lengths->hair());
        }

        return $this->plan;
    }

    private function measure(int $index, BowLength $amount, float $moved): void
    {
        $limits = $this->settings->distribution;
        $this->plan->lengths[$index] = ($this->plan->lengths[$index] ?? 0.0) + $moved;
        if ($amount->slowest > $this->lengths->hair() + 1e-6) {
            $this->plan->runOuts[$index] = new RunOut($amount->slowest, $amount->seconds, true);
        } elseif ($moved < $limits->runOutShare * $amount->slowest && $amount->seconds > $limits->runOutSeconds) {
            $this->plan->runOuts[$index] ??= new RunOut($amount->slowest, $amount->seconds, false);
        }
    }

    /** The kind of a stroke in one piece: the amount stands for its notes, which share one only where they are alike. */
    private function kind(int $index, BowLength $amount): int
    {
        $connection = $this->directions->connections[$index];
        $gap = $connection === BowConnection::Change ? $this->strokes[$index]->gapSeconds : 0.0;
        $key = spl_object_id($amount) . $connection->value . $this->directions->starts[$index]->value
            . ($index === 0 ? '!' : '') . ($gap > 0.0 ? pack('d', $gap) : '');

        return $this->kinds[$key] ??= $this->distribution->kind($this->item($index, 0, $this->directions->starts[$index], $amount));
    }

    private function isCut(Stroke $stroke): bool
    {
        foreach ($stroke->events as $played) {
            if ($this->constraints->changes($played->event) !== []) {
                return true;
            }
        }

        return false;
    }

    /**
     * The parts of a stroke between the changes inside it.
     *
     * @return list<array{Direction, BowLength, Shares}>
     */
    private function cut(Stroke $stroke, Direction $direction): array
    {
        $pieces = [];
        $amount = BowLength::none();
        $shares = [];
        foreach ($stroke->events as $position => $played) {
            $lengths = $this->lengths->of($played->event);
            $weight = max($lengths->comfortable, 1e-3);
            $length = $this->line->events[$played->event]->duration;
            $done = Fraction::zero();
            foreach ([...$this->inner->places($played, $direction), null] as $cut) {
                $until = $cut ?? $length;
                $part = $length->isPositive() ? max(0.0, $until->minus($done)->toFloat() / $length->toFloat()) : 1.0;
                $amount = $amount->plus($lengths, $part);
                $shares[] = [$position, $part * $weight];
                if ($cut !== null) {
                    $pieces[] = [$direction, $amount, $shares];
                    $direction = $direction->opposite();
                    $amount = BowLength::none();
                    $shares = [];
                    $done = $cut;
                }
            }
        }
        $pieces[] = [$direction, $amount, $shares];

        return $pieces;
    }

    private function item(int $index, int $number, Direction $direction, BowLength $amount): DistributionStroke
    {
        $hair = $this->lengths->hair();
        $stroke = $this->strokes[$index];
        $connection = $this->directions->connections[$index];
        $isFirst = $number === 0;
        $isStart = $isFirst && $connection === BowConnection::Start;
        $time = max(0.0, $stroke->gapSeconds - $this->settings->secondsToSet);

        return new DistributionStroke(
            $direction,
            $amount->seconds,
            $amount->slowest / $hair,
            $amount->comfortable / $hair,
            $amount->fastest / $hair,
            $this->lengths->region($stroke, $direction, $isStart || $index === 0),
            $isStart,
            $isFirst && in_array($connection, [BowConnection::Retake, BowConnection::Lift], true),
            $isFirst && $connection === BowConnection::Change && $stroke->hasRestBefore() && $time > 0.0,
            $connection === BowConnection::Change ? min(1.0, $time * $this->settings->airSpeed * 100.0 / $hair) : 1.0,
        );
    }

    /**
     * Notes under one bow share it by the time they take and how loud they are.
     *
     * @param Shares|null $shares null for a stroke in one piece
     */
    private function share(Stroke $stroke, ?array $shares, float $from, float $to): void
    {
        if ($shares === null && count($stroke->events) === 1) {
            $this->plan->goes($stroke->events[0], $from, $to);

            return;
        }
        foreach ($shares === null ? $stroke->events : [] as $position => $played) {
            $shares[] = [$position, max($this->lengths->of($played->event)->comfortable, 1e-3)];
        }
        $whole = max(1e-9, array_sum(array_column($shares ?? [], 1)));
        $at = $from;
        $sum = 0.0;
        foreach ($shares ?? [] as [$position, $weight]) {
            $sum += $weight;
            $next = $from + ($to - $from) * $sum / $whole;
            $this->plan->goes($stroke->events[$position], $at, $next);
            $at = $next;
        }
    }
}
