<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Plucked;

/**
 * Where the page writes a position: the first stopped note in each new place of the hand, with a line to the last note there.
 *
 * A line ends where the bow is laid down, before a rest of a measure and at a pizzicato, and its numeral is written again after it:
 * a reader who comes in there does not look back.
 */
final class Arrivals
{
    /**
     * @param list<Measure> $measures of the score
     * @return array<string, Arrival> by note id
     */
    public static function of(array $measures, Part $part, FingerPlan $plan): array
    {
        $plucked = Plucked::of($measures, $part);
        $arrivals = [];
        $here = $last = $end = $wasPlucked = [];
        foreach ($part->notes as $note) {
            $finger = $plan->at($note->id);
            if ($finger === null || !isset($measures[$note->measure])) {
                continue;
            }
            $measure = $measures[$note->measure];
            $onset = $measure->onset->plus($note->offset);
            $isPlucked = !$plucked->isNever() && $plucked->isAt($onset->toFloat());
            $at = $here[$note->line] ?? null;
            $is = $at === null ? 'I' : $arrivals[$at]->position;
            $isBroken = isset($end[$note->line])
                && ($isPlucked !== $wasPlucked[$note->line] || self::isLongRest($end[$note->line], $onset, $measure));
            $isAgain = $last[$note->line] ?? false;
            if ($isBroken && $is !== 'I') {
                $isAgain = true;
            }
            if ($finger->number > 0 && ($finger->position !== $is || $isAgain)) {
                $here[$note->line] = $note->id;
                $arrivals[$note->id] = new Arrival($finger->position, $note->id);
                $isAgain = false;
            } elseif ($at !== null && !$isAgain && ($finger->number === 0 || $finger->position === $is)) {
                $arrivals[$at] = new Arrival($is, $note->id);
            }
            $last[$note->line] = $isAgain;
            $end[$note->line] = $onset->plus($note->duration);
            $wasPlucked[$note->line] = $isPlucked;
        }

        return $arrivals;
    }

    private static function isLongRest(Fraction $from, Fraction $to, Measure $measure): bool
    {
        return $to->minus($from)->compare($measure->meter->length()) >= 0;
    }
}
