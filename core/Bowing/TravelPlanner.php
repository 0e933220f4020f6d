<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;

/**
 * Turns a road into travel: where each played event begins and ends on the bow, and what does not fit.
 *
 * A piece is what lies between two changes of one stroke; its shares are positions in the stroke's events, with their weight.
 *
 * @phpstan-type Piece array{direction: Direction, seconds: float, slowest: float, comfortable: float, fastest: float,
 *     shares: list<array{int, float}>}
 */
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
                $items[] = $this->item($strokes[$index], $road->joins[$index], $index, $number, $piece);
                $pieces[] = [$index, $piece];
            }
        }
        $places = [];
        $lifts = [];
        $runOuts = [];
        $lengths = [];
        foreach ((new Travel())->plan($items) as $position => $move) {
            [$index, $piece] = $pieces[$position];
            if ($move['isLift']) {
                $lifts[$index] = true;
            }
            $this->share($places, $strokes[$index], $piece['shares'], $move['from'], $move['to']);
            $moved = abs($move['to'] - $move['from']) * $this->use->hair();
            $lengths[$index] = ($lengths[$index] ?? 0.0) + $moved;
            if ($piece['slowest'] > $this->use->hair() + 1e-6) {
                $runOuts[$index] = ['needs' => $piece['slowest'], 'seconds' => $piece['seconds'], 'alone' => true];
            } elseif ($moved < 0.6 * $piece['slowest'] && $piece['seconds'] > 1.0) {
                $runOuts[$index] ??= ['needs' => $piece['slowest'], 'seconds' => $piece['seconds'], 'alone' => false];
            }
        }

        return new TravelPlan($places, $lifts, $runOuts, $lengths);
    }

    /**
     * The parts of a stroke between the changes inside it.
     *
     * @return list<Piece>
     */
    private function pieces(Stroke $stroke, Direction $direction): array
    {
        $isWhole = true;
        foreach ($stroke->events as $played) {
            $isWhole = $isWhole && $this->facts->changes($played->event) === [];
        }

        return $isWhole ? [$this->whole($stroke, $direction)] : $this->cut($stroke, $direction);
    }

    /**
     * A stroke without a change inside.
     *
     * @return Piece
     */
    private function whole(Stroke $stroke, Direction $direction): array
    {
        $seconds = $slowest = $comfortable = $fastest = 0.0;
        $shares = [];
        foreach ($stroke->events as $position => $played) {
            $use = $this->use->of($played->event);
            $seconds += $use['seconds'];
            $slowest += $use['slowest'];
            $comfortable += $use['comfortable'];
            $fastest += $use['fastest'];
            $shares[] = [$position, max($use['comfortable'], 1e-3)];
        }

        return [
            'direction' => $direction,
            'seconds' => $seconds,
            'slowest' => $slowest,
            'comfortable' => $comfortable,
            'fastest' => $fastest,
            'shares' => $shares,
        ];
    }

    /** @return list<Piece> */
    private function cut(Stroke $stroke, Direction $direction): array
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

    /** @param Piece $piece */
    private function item(Stroke $stroke, Join $join, int $index, int $number, array $piece): TravelStroke
    {
        $hair = $this->use->hair();
        $isStart = $number === 0 && $join === Join::Start;
        $isSet = $number === 0 && ($join === Join::Retake || $join === Join::Lift);
        $mayLift = false;
        $reach = 1.0;
        if ($join === Join::Change) {
            $time = max(0.0, $stroke->gapSeconds - $this->settings->secondsToSet);
            $mayLift = $number === 0 && $time > 0.0 && $stroke->hasRestBefore();
            $reach = min(1.0, $time * $this->settings->airSpeed * 100.0 / $hair);
        }

        return new TravelStroke(
            $piece['direction'],
            $piece['seconds'],
            $piece['slowest'] / $hair,
            $piece['comfortable'] / $hair,
            $piece['fastest'] / $hair,
            $this->use->region($stroke, $piece['direction'], $isStart || $index === 0),
            $isStart,
            $isSet,
            $mayLift,
            $reach,
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
        if (count($shares) === 1) {
            $played = $stroke->events[$shares[0][0]];
            $places[$played->event][$played->pass] = ['from' => $places[$played->event][$played->pass]['from'] ?? $from, 'to' => $to];

            return;
        }
        $whole = 0.0;
        foreach ($shares as [, $weight]) {
            $whole += $weight;
        }
        $whole = max(1e-9, $whole);
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
