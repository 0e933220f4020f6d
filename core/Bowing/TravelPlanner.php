<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;

/** Turns a road into travel: where each played event begins and ends on the bow, and what does not fit. */
final readonly class TravelPlanner
{
    public function __construct(
        private Line $line,
        private BowUse $use,
        private Facts $facts,
        private BowSettings $settings,
    ) {
    }

    /**
     * @param list<Stroke> $strokes
     */
    public function plan(array $strokes, Road $road): TravelPlan
    {
        $items = [];
        $pieces = [];
        foreach ($strokes as $index => $stroke) {
            foreach ($this->pieces($stroke, $road->directions[$index]) as $number => $piece) {
                $items[] = $this->item($strokes, $road, $index, $number, $piece);
                $pieces[] = ['stroke' => $index, 'shares' => $piece['shares'], 'slowest' => $piece['slowest'],
                    'seconds' => $piece['seconds'], 'comfortable' => $piece['comfortable']];
            }
        }
        $places = [];
        $lifts = [];
        $runOuts = [];
        $lengths = [];
        foreach ((new Travel())->plan($items) as $position => $move) {
            $piece = $pieces[$position];
            if ($move['isLift']) {
                $lifts[$piece['stroke']] = true;
            }
            $this->share($places, $strokes[$piece['stroke']], $piece['shares'], $move['from'], $move['to']);
            $moved = abs($move['to'] - $move['from']) * $this->use->hair();
            $lengths[$piece['stroke']] = ($lengths[$piece['stroke']] ?? 0.0) + $moved;
            if ($piece['slowest'] > $this->use->hair() + 1e-6) {
                $runOuts[$piece['stroke']] = ['needs' => $piece['slowest'], 'seconds' => $piece['seconds'], 'alone' => true];
            } elseif ($moved < 0.6 * $piece['slowest'] && $piece['seconds'] > 1.0) {
                $runOuts[$piece['stroke']] ??= ['needs' => $piece['slowest'], 'seconds' => $piece['seconds'], 'alone' => false];
            }
        }

        return new TravelPlan($places, $lifts, $runOuts, $lengths);
    }

    /**
     * The parts of a stroke between the changes inside it.
     *
     * @return list<array{direction: Direction, seconds: float, slowest: float, comfortable: float, fastest: float,
     *     shares: list<array{int, float}>}> shares: position in the stroke's events, weight
     */
    private function pieces(Stroke $stroke, Direction $direction): array
    {
        $empty = ['seconds' => 0.0, 'slowest' => 0.0, 'comfortable' => 0.0, 'fastest' => 0.0, 'shares' => []];
        $pieces = [];
        $piece = ['direction' => $direction] + $empty;
        foreach ($stroke->events as $position => $played) {
            $use = $this->use->of($played->event);
            $cuts = $this->changesAt($played, $direction);
            if ($cuts === []) {
                $piece['seconds'] += $use['seconds'];
                $piece['slowest'] += $use['slowest'];
                $piece['comfortable'] += $use['comfortable'];
                $piece['fastest'] += $use['fastest'];
                $piece['shares'][] = [$position, max($use['comfortable'], 1e-3)];
                continue;
            }
            $length = $this->line->events[$played->event]->duration;
            $done = Fraction::zero();
            foreach ([...$cuts, null] as $cut) {
                $until = $cut ?? $length;
                $part = $length->isPositive() ? max(0.0, $until->minus($done)->toFloat() / $length->toFloat()) : 1.0;
                foreach (['seconds', 'slowest', 'comfortable', 'fastest'] as $name) {
                    $piece[$name] += $part * $use[$name];
                }
                $piece['shares'][] = [$position, $part * max($use['comfortable'], 1e-3)];
                if ($cut !== null) {
                    $pieces[] = $piece;
                    $direction = $direction->opposite();
                    $piece = ['direction' => $direction] + $empty;
                    $done = $cut;
                }
            }
        }
        $pieces[] = $piece;

        return $pieces;
    }

    /** @return list<Fraction> quarter notes from the event's beginning */
    private function changesAt(PlayedEvent $played, Direction $direction): array
    {
        $cuts = [];
        foreach ($this->facts->changes($played->event) as $mark) {
            $kind = $mark->kind();
            $isOther = $kind instanceof \UprightPencil\Marks\Kind\Change
                && ($kind->direction !== $direction || $played->pass > 1);
            if ($mark->inside !== null && $isOther && ($mark->pass === null || $mark->pass === $played->pass)) {
                $cuts[] = $mark->inside;
                $direction = $direction->opposite();
            }
        }

        return $cuts;
    }

    /**
     * @param list<Stroke> $strokes
     * @param array{direction: Direction, seconds: float, slowest: float, comfortable: float, fastest: float,
     *     shares: list<array{int, float}>} $piece
     */
    private function item(array $strokes, Road $road, int $index, int $number, array $piece): TravelStroke
    {
        $hair = $this->use->hair();
        $stroke = $strokes[$index];
        $join = $road->joins[$index];
        $isFirst = $number === 0;
        $isStart = $isFirst && $join === Join::Start;
        $time = max(0.0, $stroke->gapSeconds - $this->settings->secondsToSet);
        $mayLift = $isFirst && $join === Join::Change && $stroke->hasRestBefore() && $time > 0.0;

        return new TravelStroke(
            $piece['direction'],
            $piece['seconds'],
            $piece['slowest'] / $hair,
            $piece['comfortable'] / $hair,
            $piece['fastest'] / $hair,
            $this->use->region($stroke, $piece['direction'], $isStart || $index === 0),
            $isStart,
            $isFirst && in_array($join, [Join::Retake, Join::Lift], true),
            $mayLift,
            $join === Join::Change ? min(1.0, $time * $this->settings->airSpeed * 100.0 / $hair) : 1.0,
        );
    }

    /**
     * Notes under one bow share it by the time they take and how loud they are.
     *
     * @param array<int, array<int, array{from: float, to: float}>> $places by event and pass
     * @param list<array{int, float}> $shares
     */
    private function share(array &$places, Stroke $stroke, array $shares, float $from, float $to): void
    {
        $whole = max(1e-9, array_sum(array_column($shares, 1)));
        $at = $from;
        $sum = 0.0;
        foreach ($shares as [$position, $weight]) {
            $played = $stroke->events[$position];
            $sum += $weight;
            $next = $from + ($to - $from) * $sum / $whole;
            $begin = $places[$played->event][$played->pass]['from'] ?? $at;
            $places[$played->event][$played->pass] = ['from' => $begin, 'to' => $next];
            $at = $next;
        }
    }
}
