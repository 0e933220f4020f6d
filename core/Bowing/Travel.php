<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Music\Direction;

/**
 * Plans where the bow is: a length for every stroke, so that it never leaves the hair, stays near a comfortable speed,
 * keeps each kind of stroke in its region and arrives where the next long note needs to begin.
 *
 * Best-path search over positions; rests where the bow may be set again let it start anywhere at a price. It plans lengths
 * and lifts, and never changes a direction.
 */
final class Travel
{
    /** Positions told apart along the hair; with 20 the answers are visibly worse. */
    private const BINS = 40;

    /** Lengths tried for a stroke, as multiples of the comfortable one. */
    private const LENGTHS = [0.45, 0.7, 1.0, 1.5, 2.2];

    private const PRICE_SPEED = 1.5;
    private const PRICE_AIR = 0.15;
    private const PRICE_LIFT = 0.4;
    /** For each unit of ln outside what sounds: too slow is as bad as too fast. */
    private const PRICE_OUTSIDE = 12.0;

    /** @var array<string, list<float>> */
    private array $regions = [];
    /** @var array<string, array{list<int>, list<float>}> */
    private array $lengths = [];

    /**
     * @param list<TravelStroke> $strokes in playing order
     * @return list<array{from: float, to: float, isLift: bool}> 0 frog to 1 tip, one for each stroke
     */
    public function plan(array $strokes): array
    {
        $planned = [];
        $from = 0;
        $count = count($strokes);
        for ($index = 1; $index <= $count; $index++) {
            if ($index === $count || $strokes[$index]->isFree) {
                foreach ($this->stretch(array_slice($strokes, $from, $index - $from)) as $move) {
                    $planned[] = $move;
                }
                $from = $index;
            }
        }

        return $planned;
    }

    /**
     * One stretch between places where the bow starts anew.
     *
     * @param list<TravelStroke> $strokes
     * @return list<array{from: float, to: float, isLift: bool}>
     */
    private function stretch(array $strokes): array
    {
        $last = self::BINS;
        /** @var array<int, float> $costs cheapest way to stand at each position */
        $costs = array_fill(0, $last + 1, 0.0);
        $unreached = array_fill(0, $last + 1, INF);
        $nowhere = array_fill(0, $last + 1, 0);
        $backs = [];
        foreach ($strokes as $number => $stroke) {
            $isDown = $stroke->direction === Direction::Down;
            [$lengths, $prices] = $this->lengths($stroke);
            $setFrom = [];
            if ($number > 0 && ($stroke->isSet || $stroke->mayLift)) {
                $setFrom = $this->setAnew($stroke, $costs);
            }
            if ($stroke->region[2] > 0.0) {
                foreach ($this->regions($stroke) as $position => $price) {
                    $costs[$position] += $price;
                }
            }
            $next = $unreached;
            $back = $nowhere;
            // The innermost loop of all planning: lists and no calls.
            foreach ($lengths as $try => $length) {
                $price = $prices[$try];
                $position = $isDown ? 0 : $length;
                $end = $isDown ? $length : 0;
                for ($steps = $last - $length; $steps >= 0; $steps--, $position++, $end++) {
                    $total = $costs[$position] + $price;
                    if ($total < $next[$end]) {
                        $next[$end] = $total;
                        $back[$end] = $position;
                    }
                }
            }
            if (min($next) === INF) {
                // Too long for what is left from anywhere: use all there is.
                $end = $isDown ? $last : 0;
                $position = self::outermost($costs, $isDown);
                $next[$end] = $costs[$position] + self::PRICE_OUTSIDE;
                $back[$end] = $position;
            }
            $costs = $next;
            $backs[] = [$back, $setFrom];
        }

        return $this->trace($strokes, $costs, $backs);
    }

    /**
     * Lets the bow be set at other places than where it stands.
     *
     * @param array<int, float> $costs made cheaper where setting it anew is
     * @return array<int, int> where it came from, by the places at which it was set
     */
    private function setAnew(TravelStroke $stroke, array &$costs): array
    {
        $from = self::cheapest($costs);
        $least = $costs[$from];
        $set = [];
        foreach ($costs as $position => $cost) {
            $far = abs($position - $from) / self::BINS;
            $price = $least + self::PRICE_AIR * $far + ($stroke->isSet ? 0.0 : self::PRICE_LIFT);
            if ($far <= $stroke->reach && $price < $cost) {
                $costs[$position] = $price;
                $set[$position] = $from;
            }
        }

        return $set;
    }

    /**
     * The reachable position with the most bow ahead.
     *
     * @param array<int, float> $costs
     */
    private static function outermost(array $costs, bool $isDown): int
    {
        $reached = array_keys(array_filter($costs, is_finite(...)));

        return $isDown ? $reached[0] ?? 0 : $reached[count($reached) - 1] ?? 0;
    }

    /**
     * @param list<TravelStroke> $strokes
     * @param array<int, float> $costs
     * @param list<array{array<int, int>, array<int, int>}> $backs
     * @return list<array{from: float, to: float, isLift: bool}>
     */
    private function trace(array $strokes, array $costs, array $backs): array
    {
        $at = self::cheapest($costs);
        $moves = [];
        for ($index = count($strokes) - 1; $index >= 0; $index--) {
            [$back, $setFrom] = $backs[$index];
            $start = $back[$at];
            $moves[$index] = [$start, $at, isset($setFrom[$start])];
            $at = $setFrom[$start] ?? $start;
        }
        ksort($moves);
        $planned = [];
        $position = null;
        foreach ($moves as $index => [$start, $end, $isSet]) {
            $stroke = $strokes[$index];
            $from = $position === null || $isSet ? $start / self::BINS : $position;
            // Bins are coarse for short notes: between them the length is the stroke's own.
            $sign = $stroke->direction === Direction::Down ? 1.0 : -1.0;
            $length = $sign * ($end / self::BINS - $from);
            $room = $sign > 0 ? 1.0 - $from : $from;
            $length = max($length, min($stroke->slowest, $stroke->comfortable));
            $length = max(0.0, min($length, max($stroke->fastest, $stroke->slowest), $room));
            $to = $from + $sign * $length;
            $planned[] = [
                'from' => $from,
                'to' => $to,
                'isLift' => $isSet && !$stroke->isSet && $position !== null && abs($position - $from) > 0.1,
            ];
            $position = $to;
        }
        // A lift too small to see is none: the bow stays where it is.
        foreach ($planned as $index => $move) {
            $before = $planned[$index - 1]['to'] ?? null;
            if ($before !== null && !$move['isLift'] && !$strokes[$index]->isSet && $before !== $move['from']) {
                $planned[$index]['from'] = $before;
            }
        }

        return $planned;
    }

    /** @param array<int, float> $costs */
    private static function cheapest(array $costs): int
    {
        $best = 0;
        $least = INF;
        foreach ($costs as $position => $cost) {
            if ($cost < $least) {
                [$best, $least] = [$position, $cost];
            }
        }

        return $best;
    }

    /**
     * Lengths to try, in positions, and what each costs.
     *
     * @return array{list<int>, list<float>}
     */
    private function lengths(TravelStroke $stroke): array
    {
        $key = pack('d4', $stroke->seconds, $stroke->slowest, $stroke->comfortable, $stroke->fastest);

        return $this->lengths[$key] ??= $this->priced($stroke);
    }

    /** @return array{list<int>, list<float>} */
    private function priced(TravelStroke $stroke): array
    {
        $byLength = [];
        foreach (self::LENGTHS as $factor) {
            $length = min(1.0, $factor * $stroke->comfortable);
            $bins = max($length > 0.0 ? 1 : 0, (int) round($length * self::BINS));
            $bins = min(self::BINS, $bins);
            $real = max($bins / self::BINS, 1e-3);
            if ($bins <= 1) {
                $real = min($real, max($stroke->comfortable, 1e-3));
            }
            $ratio = log($real / max($stroke->comfortable, 1e-3));
            $price = self::PRICE_SPEED * max($stroke->seconds, 0.15) * $ratio * $ratio;
            $slow = $stroke->slowest > 0 ? log($stroke->slowest / $real) : 0.0;
            $fast = $stroke->fastest > 0 ? log($real / $stroke->fastest) : 0.0;
            // A little slack on both sides.
            $price += self::PRICE_OUTSIDE * (max(0.0, $slow - 0.1) + max(0.0, $fast - 0.1));
            $byLength[$bins] = min($byLength[$bins] ?? INF, $price);
        }

        return [array_keys($byLength), array_values($byLength)];
    }

    /** @return list<float> what beginning at each position costs */
    private function regions(TravelStroke $stroke): array
    {
        [$low, $high, $weight] = $stroke->region;
        $key = pack('d3', $low, $high, $weight);
        if (!isset($this->regions[$key])) {
            $this->regions[$key] = [];
            for ($position = 0; $position <= self::BINS; $position++) {
                $start = $position / self::BINS;
                $this->regions[$key][] = $weight * max(0.0, $low - $start, $start - $high);
            }
        }

        return $this->regions[$key];
    }
}
