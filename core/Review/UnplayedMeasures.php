<?php

declare(strict_types=1);

namespace UprightPencil\Review;

use UprightPencil\Music\Score;
use UprightPencil\Roadmap\Roadmap;

/** Measures that the play order never comes to. */
final readonly class UnplayedMeasures
{
    /** @return list<Flag> one for each stretch of them */
    public function review(Score $score, Roadmap $roadmap): array
    {
        $played = [];
        foreach ($roadmap->visits as $visit) {
            $played[$visit->measure] = true;
        }
        $flags = [];
        $from = null;
        foreach ([...$score->measures, null] as $measure) {
            $isPlayed = $measure === null || isset($played[$measure->index]);
            if (!$isPlayed) {
                $from ??= $measure;
            } elseif ($from !== null) {
                $last = $score->measures[($measure->index ?? count($score->measures)) - 1];
                $where = $from === $last ? "Measure {$from->number} is" : "Measures {$from->number} to {$last->number} are";
                $flags[] = new Flag(
                    FlagCode::NeverPlayed,
                    "{$where} never played: the repeats and jumps lead past.",
                    null,
                    $from->index,
                );
                $from = null;
            }
        }

        return $flags;
    }
}
