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
final readonly class Travel
{
    /** Positions told apart along the hair; with 20 the answers are visibly worse. */
    private const BINS = 40;

    /** Lengths tried for a stroke, as multiples of the comfortable one. */
    private const LENGTHS = [0.4, 0.65, 1.0, 1.5, 2.2];

    private const PRICE_SPEED = 1.5;
    private const PRICE_AIR = 0.15;
    private const PRICE_LIFT = 0.4;
    /** For each unit of ln outside what sounds: too slow is as bad as too fast. */
    private const PRICE_OUTSIDE = 12.0;

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
        $backs = [];
        foreach ($strokes as $number => $stroke) {
            $next = [];
            $back = [];
            $sign = $stroke->direction === Direction::Down ? 1 : -1;
            [$lengths, $prices] = $this->lengths($stroke);
            $starts = [];
            $cheapestAt = self::cheapest($costs);
            $cheapest = $costs[$cheapestAt] ?? 0.0;
            $anew = $number > 0 && ($stroke->isSet || $stroke->mayLift);
            foreach ($costs as $position => $cost) {
                $starts[$position] = [$cost, $position, false];
            }
            if ($anew) {
                for ($position = 0; $position <= $last; $position++) {
                    $far = abs($position - $cheapestAt) / $last;
                    $price = $cheapest + self::PRICE_AIR * $far + ($stroke->isSet ? 0.0 : self::PRICE_LIFT);
                    if ($far <= $stroke->reach && (!isset($starts[$position]) || $price < $starts[$position][0])) {
                        $starts[$position] = [$price, $cheapestAt, true];
                    }
                }
            }
            foreach ($starts as $position => [$cost, $came, $isSet]) {
                $cost += $this->region($stroke, $position / $last);
                foreach ($lengths as $try => $length) {
                    $end = $position + $sign * $length;
                    if ($end < 0 || $end > $last) {
                        continue;
                    }
                    $total = $cost + $prices[$try];
                    if (!isset($next[$end]) || $total < $next[$end]) {
                        $next[$end] = $total;
                        $back[$end] = [$came, $position, $isSet];
                    }
                }
            }
            if ($next === []) {
                // Too long for what is left from anywhere: use all there is.
                $end = $sign > 0 ? $last : 0;
                ksort($starts);
                $position = (int) ($sign > 0 ? array_key_first($starts) : array_key_last($starts));
                $next[$end] = $starts[$position][0] + self::PRICE_OUTSIDE;
                $back[$end] = [$starts[$position][1], $position, $starts[$position][2]];
            }
            $costs = $next;
            $backs[] = $back;
        }

        return $this->trace($strokes, $costs, $backs);
    }

    /**
     * @param list<TravelStroke> $strokes
     * @param array<int, float> $costs
     * @param list<array<int, array{int, int, bool}>> $backs
     * @return list<array{from: float, to: float, isLift: bool}>
     */
    private function trace(array $strokes, array $costs, array $backs): array
    {
        $at = self::cheapest($costs);
        $moves = [];
        for ($index = count($strokes) - 1; $index >= 0; $index--) {
            [$came, $start, $isSet] = $backs[$index][$at];
            $moves[$index] = [$start, $at, $isSet];
            $at = $came;
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

    private function region(TravelStroke $stroke, float $start): float
    {
        [$low, $high, $weight] = $stroke->region;
        if ($weight === 0.0) {
            return 0.0;
        }
        $outside = max(0.0, $low - $start, $start - $high);

        return $weight * $outside;
    }
}
