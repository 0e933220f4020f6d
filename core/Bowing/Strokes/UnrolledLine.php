<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Measure;
use UprightPencil\Roadmap\Roadmap;
use UprightPencil\Roadmap\Visit;

/**
 * The events of a line unrolled along the roadmap, with the times in the performance that matter to the bow.
 */
final readonly class UnrolledLine
{
    /**
     * @param list<PlayedEvent> $events
     * @param list<VisitedMeasure> $measures as visited
     */
    private function __construct(
        public array $events,
        public array $measures,
    ) {
    }

    /** @param list<Measure> $measures */
    public static function of(Line $line, array $measures, Roadmap $roadmap): self
    {
        $byMeasure = [];
        foreach ($line->events as $index => $event) {
            $byMeasure[$event->measure][] = $index;
        }
        $visits = [...$roadmap->visits, ...self::neverPlayed($measures, $roadmap)];
        $downbeats = self::downbeats($measures);
        $onset = Fraction::zero();
        $played = [];
        $visited = [];
        $previous = -1;
        foreach ($visits as $visit) {
            $measure = $measures[$visit->measure];
            $visited[] = new VisitedMeasure($onset, $downbeats[$visit->measure], $measure->rehearsal !== null);
            $number = count($visited) - 1;
            // Until something is repeated, what is played stands where it is printed.
            $isAsPrinted = $onset->equals($measure->onset);
            foreach ($byMeasure[$visit->measure] ?? [] as $index) {
                $event = $line->events[$index];
                $from = $isAsPrinted ? $event->onset : $onset->plus($event->offset);
                $to = $isAsPrinted ? $event->end() : $from->plus($event->duration);
                $played[] = new PlayedEvent($index, $visit->pass, $from, $to, $number, $index !== $previous + 1);
                $previous = $index;
            }
            $onset = $onset->plus($measure->length);
        }

        return new self($played, $visited);
    }

    /**
     * Whether a measure begins with a downbeat: the pickup does not, nor the second half of a divided measure.
     *
     * @param list<Measure> $measures
     * @return list<bool>
     */
    private static function downbeats(array $measures): array
    {
        $downbeats = [];
        foreach ($measures as $index => $measure) {
            $before = $measures[$index - 1] ?? null;
            $isPickup = $before === null && $measure->isShort() && count($measures) > 1;
            $isSecondHalf = $before !== null && $measure->isShort() && $before->isShort()
                && $before->length->plus($measure->length)->equals($measure->meter->length());
            $downbeats[] = !$isPickup && !$isSecondHalf;
        }

        return $downbeats;
    }

    /**
     * Measures the roadmap leaves out are planned too, after the end: their page is still printed.
     *
     * @param list<Measure> $measures
     * @return list<Visit>
     */
    private static function neverPlayed(array $measures, Roadmap $roadmap): array
    {
        $played = [];
        foreach ($roadmap->visits as $visit) {
            $played[$visit->measure] = true;
        }
        $missing = array_filter($measures, static fn (Measure $measure): bool => !isset($played[$measure->index]));

        return array_values(array_map(static fn (Measure $measure): Visit => new Visit($measure->index, 1), $missing));
    }
}
