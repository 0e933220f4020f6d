<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\Flag;
use UprightPencil\Roadmap\Roadmap;

/** Works out the bow for a part: which way every stroke goes, and why. */
final readonly class BowPlanner
{
    public function __construct(private BowSettings $settings = new BowSettings())
    {
    }

    /**
     * @param string $chair whose marks count beside everybody's: outside, inside or "stand 2"
     */
    public function plan(
        Score $score,
        Part $part,
        MarkBook $book,
        Roadmap $roadmap,
        ?TempoMap $tempo = null,
        string $chair = 'outside',
    ): BowPlan {
        if (!$part->instrument->isBowed()) {
            return new BowPlan([], []);
        }
        $tempo ??= TempoMap::of($score);
        $loudness = Loudness::of($score, $part);
        $notes = [];
        $flags = [];
        foreach (Line::allOf($score, $part) as $line) {
            $plan = (new LinePlanner($score, $part, $line, $book, $tempo, $loudness, $this->settings, $chair))
                ->plan($roadmap);
            $notes += $plan->notes;
            $flags = [...$flags, ...$plan->flags];
        }
        usort($flags, static fn (Flag $a, Flag $b): int => $a->measure <=> $b->measure
            ?: ($a->beat !== null && $b->beat !== null ? $a->beat->compare($b->beat) : 0));

        return new BowPlan($notes, $flags);
    }
}
