<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Fingering\Result\FingerPlan;
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
        $here = $last = $lastNote = $wasPlucked = [];
        foreach ($part->notes as $note) {
            $finger = $plan->at($note->id);
            if ($finger === null || !isset($measures[$note->measure])) {
                continue;
            }
            $measure = $measures[$note->measure];
            $isPlucked = !$plucked->isNever() && $plucked->isAt($measure->onset->plus($note->offset)->toFloat());
            $at = $here[$note->line] ?? null;
            $is = $at === null ? 'I' : $arrivals[$at]->position;
            $before = $lastNote[$note->line] ?? null;
            $isBroken = $before !== null && $is !== 'I'
                && ($isPlucked !== $wasPlucked[$note->line] || self::isAfterLongRest($measures, $before, $note));
            $isAgain = $last[$note->line] ?? false;
            $isAgain = $isAgain || $isBroken;
            if ($finger->number > 0 && ($finger->position !== $is || $isAgain)) {
                $here[$note->line] = $note->id;
                $arrivals[$note->id] = new Arrival($finger->position, $note->id);
                $isAgain = false;
            } elseif ($at !== null && !$isAgain && ($finger->number === 0 || $finger->position === $is)) {
                $arrivals[$at] = new Arrival($is, $note->id);
            }
            $last[$note->line] = $isAgain;
            $lastNote[$note->line] = $note;
            $wasPlucked[$note->line] = $isPlucked;
        }

        return $arrivals;
    }

    /** @param list<Measure> $measures of the score */
    private static function isAfterLongRest(array $measures, Note $before, Note $note): bool
    {
        if ($note->measure === $before->measure) {
            return false;
        }
        $end = $measures[$before->measure]->onset->plus($before->offset)->plus($before->duration);
        $measure = $measures[$note->measure];

        return $measure->onset->plus($note->offset)->minus($end)->compare($measure->meter->length()) >= 0;
    }
}
