<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Settings\DistributionSettings;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * Says in words how much bow a stroke takes, where a player would otherwise guess wrong: whole bow, save, towards the tip or
 * the frog before a long stroke that needs the room, back to the middle before quick notes. The same advice is not given twice in
 * a row.
 */
final readonly class BowAdvice
{
    public function __construct(
        private Score $score,
        private Line $line,
        private BowLengths $lengths,
        private DistributionSettings $settings,
    ) {
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
                    $end >= 1.0 - $this->settings->nearEnd => 'to the tip',
                    $end <= $this->settings->nearEnd => 'to the frog',
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
        if ($stroke->seconds < $this->settings->adviceSeconds || $next->hasRestBefore()) {
            return '';
        }
        $from = $distribution->from($stroke->head());
        $to = $distribution->to($stroke->last());
        // What comes down there comes up there too.
        $region = $this->lengths->region($next, Direction::Down, false);
        [$low, $high] = [$region->from, $region->to];
        if ($from === null || $to === null || $region->weight < $this->settings->regionMatters) {
            return '';
        }
        $isAway = $from < $low - $this->settings->farFromRegion || $from > $high + $this->settings->farFromRegion;
        if (!$isAway || $to < $low || $to > $high) {
            return '';
        }
        $event = $this->line->events[$next->head()->event];
        $measure = $this->score->measures[$event->measure];
        $isHere = $this->line->events[$stroke->head()->event]->measure === $event->measure;
        $beat = $isHere ? PlaceWords::beat($measure->meter->beatAt($event->offset)) : PlaceWords::of($measure, $event->offset);
        $place = match (true) {
            $high <= $this->settings->balancePoint => 'to the balance point',
            $high <= $this->settings->middle => 'to the lower half',
            $low >= $this->settings->middle => 'to the upper half',
            default => 'back to the middle',
        };

        return "{$place} by {$beat}";
    }

    private function ofStroke(Stroke $stroke, float $length): string
    {
        if ($stroke->seconds < $this->settings->adviceSeconds) {
            return '';
        }
        if ($length < $this->settings->saved * $this->lengths->under($stroke)->comfortable) {
            return 'save';
        }

        return $this->isWhole($stroke, $length) ? 'whole bow' : '';
    }

    private function isWhole(Stroke $stroke, float $length): bool
    {
        return $stroke->seconds >= $this->settings->adviceSeconds && $length >= $this->settings->wholeBow * $this->lengths->hair();
    }
}
