<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Score;

/**
 * Says in words how much bow a stroke takes, where a player would otherwise guess wrong: whole bow, save, towards the tip or
 * the frog before a long stroke that needs the room, back to the middle before quick notes. The same advice is not given twice in
 * a row.
 */
final readonly class BowAdvice
{
    /** Share of the hair from which a stroke takes the whole bow. */
    private const WHOLE = 0.85;
    /** A stroke this much slower than comfortable must be saved. */
    private const SAVED = 0.62;
    /** Seconds under which nobody has time to think of it. */
    private const LEAST_SECONDS = 1.2;
    /** How near the end of the bow counts as the tip or the frog. */
    private const NEAR = 0.2;

    /** How far outside its region the bow must come from for the way there to be told. */
    private const FAR = 0.2;
    /** From which weight on a region matters enough. */
    private const MATTERS = 0.6;

    public function __construct(private Score $score, private Line $line, private BowLengths $lengths)
    {
    }

    /**
     * @param list<Stroke> $strokes
     * @return array<int, string> by stroke
     */
    public function of(array $strokes, DistributionPlan $distribution): array
    {
        $advice = [];
        $last = '';
        foreach ($strokes as $index => $stroke) {
            $words = $this->ofStroke($stroke, $distribution->lengths[$index] ?? 0.0);
            $next = $strokes[$index + 1] ?? null;
            if ($words === '' && $next !== null && $this->isWhole($next, $distribution->lengths[$index + 1] ?? 0.0)) {
                $end = $distribution->to($stroke->last()) ?? 0.5;
                $words = match (true) {
                    $end >= 1.0 - self::NEAR => 'to the tip',
                    $end <= self::NEAR => 'to the frog',
                    default => '',
                };
            }
            if ($words === '' && $next !== null) {
                $words = $this->toItsPlace($stroke, $next, $distribution);
            }
            if ($words !== '' && $words !== $last) {
                $advice[$index] = $words;
            }
            $last = $words === '' ? $last : $words;
        }

        return $advice;
    }

    /** Where quick, bouncing or dotted notes follow that have their own part of the bow, and a longer stroke brings it there. */
    private function toItsPlace(Stroke $stroke, Stroke $next, DistributionPlan $distribution): string
    {
        $from = $distribution->from($stroke->head());
        $to = $distribution->to($stroke->last());
        // What comes down there comes up there too.
        $region = $this->lengths->region($next, Direction::Down, false);
        [$low, $high] = [$region->from, $region->to];
        if ($from === null || $to === null || $region->weight < self::MATTERS || $stroke->seconds < self::LEAST_SECONDS || $next->hasRestBefore()) {
            return '';
        }
        $isAway = $from < $low - self::FAR || $from > $high + self::FAR;
        if (!$isAway || $to < $low || $to > $high) {
            return '';
        }
        $event = $this->line->events[$next->head()->event];
        $beat = $this->score->measures[$event->measure]->meter->beatAt($event->offset)->toDecimal();
        $place = match (true) {
            $high <= 0.45 => 'to the balance point',
            $high <= 0.5 => 'to the lower half',
            $low >= 0.5 => 'to the upper half',
            default => 'back to the middle',
        };

        return "{$place} by beat {$beat}";
    }

    private function ofStroke(Stroke $stroke, float $length): string
    {
        if ($stroke->seconds < self::LEAST_SECONDS) {
            return '';
        }
        if ($length < self::SAVED * $this->lengths->under($stroke)->comfortable) {
            return 'save';
        }

        return $this->isWhole($stroke, $length) ? 'whole bow' : '';
    }

    private function isWhole(Stroke $stroke, float $length): bool
    {
        return $stroke->seconds >= self::LEAST_SECONDS && $length >= self::WHOLE * $this->lengths->hair();
    }
}
