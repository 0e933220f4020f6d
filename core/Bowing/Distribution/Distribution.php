<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Settings\DistributionSettings;
use UprightPencil\Music\Direction;

/**
 * Plans where the bow is: a length for every stroke, so that it never leaves the hair, stays near a comfortable speed,
 * keeps each kind of stroke in its region and arrives where the next long note needs to begin.
 *
 * Best-path search over positions; rests where the bow may be set again let it start anywhere at a price. It plans lengths
 * and lifts, and never changes a direction.
 */
final class Distribution
{
    private readonly DistributionSteps $steps;

    public function __construct(private readonly DistributionSettings $settings)
    {
        $this->steps = new DistributionSteps($settings);
    }

    /** The number shared by all strokes that are distributed alike. */
    public function kind(DistributionStroke $stroke): int
    {
        return $this->steps->kind($stroke);
    }

    /**
     * @param list<int> $kinds of the strokes in playing order
     * @return list<StrokePlace> one for each stroke
     */
    public function plan(array $kinds): array
    {
        $planned = [];
        $from = 0;
        $count = count($kinds);
        for ($index = 1; $index <= $count; $index++) {
            if ($index === $count || $this->steps->stroke($kinds[$index])->isFree) {
                $this->stretch($kinds, $from, $index, $planned);
                $from = $index;
            }
        }

        return $planned;
    }

    /**
     * One stretch between places where the bow starts anew.
     *
     * @param list<int> $kinds
     * @param list<StrokePlace> $planned what was planned before; the stretch is added
     */
    private function stretch(array $kinds, int $first, int $end, array &$planned): void
    {
        $profile = $this->steps->begin();
        $profiles = [];
        for ($index = $first; $index < $end; $index++) {
            $profiles[] = $profile;
            $profile = $this->steps->after($profile, $kinds[$index])[0];
        }
        // Back from the cheapest end: where each stroke began and ended, and whether it was set there.
        $at = $this->steps->cheapest($profile);
        $starts = $ends = $sets = [];
        for ($index = $end - 1; $index >= $first; $index--) {
            [, $costs, $setFrom] = $this->steps->after($profiles[$index - $first], $kinds[$index]);
            $start = $this->steps->began($costs, $kinds[$index], $at);
            $starts[] = $start;
            $ends[] = $at;
            $sets[] = isset($setFrom[$start]);
            $at = $setFrom[$start] ?? $start;
        }
        $position = null;
        for ($index = $first, $step = $end - $first - 1; $index < $end; $index++, $step--) {
            $stroke = $this->steps->stroke($kinds[$index]);
            $isSet = $sets[$step];
            $from = $position === null || $isSet ? DistributionSteps::place($starts[$step]) : $position;
            // Bins are coarse for short notes: between them the length is the stroke's own.
            $sign = $stroke->direction === Direction::Down ? 1.0 : -1.0;
            $length = $sign * (DistributionSteps::place($ends[$step]) - $from);
            $room = $sign > 0 ? 1.0 - $from : $from;
            $length = max($length, min($stroke->slowest, $stroke->comfortable));
            $length = max(0.0, min($length, max($stroke->fastest, $stroke->slowest), $room));
            $to = $from + $sign * $length;
            $isLift = $isSet && !$stroke->isSet && $position !== null && abs($position - $from) > $this->settings->seenLift;
            // A lift too small to see is none: the bow stays where it is.
            $planned[] = new StrokePlace($position !== null && !$isLift && !$stroke->isSet ? $position : $from, $to, $isLift);
            $position = $to;
        }
    }
}
