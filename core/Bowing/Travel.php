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
    private readonly TravelSteps $steps;

    public function __construct()
    {
        $this->steps = new TravelSteps();
    }

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
        $profile = $this->steps->begin();
        $backs = [];
        foreach ($strokes as $stroke) {
            [$profile, $back, $setFrom] = $this->steps->after($profile, $this->steps->kind($stroke));
            $backs[] = [$back, $setFrom];
        }

        return self::trace($strokes, $this->steps->cheapest($profile), $backs);
    }

    /**
     * @param list<TravelStroke> $strokes
     * @param int $at where the last stroke ends
     * @param list<array{array<int, int>, array<int, int>}> $backs where each stroke began, by where it ends, and where it was set from
     * @return list<array{from: float, to: float, isLift: bool}>
     */
    private static function trace(array $strokes, int $at, array $backs): array
    {
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
            $from = $position === null || $isSet ? $start / TravelSteps::BINS : $position;
            // Bins are coarse for short notes: between them the length is the stroke's own.
            $sign = $stroke->direction === Direction::Down ? 1.0 : -1.0;
            $length = $sign * ($end / TravelSteps::BINS - $from);
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
}
