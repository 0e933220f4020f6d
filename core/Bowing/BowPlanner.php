<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
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
        $loudness = Dynamics::of($score, $part);
        $notes = [];
        $flags = [];
        foreach (Line::allOf($score, $part) as $line) {
            $plan = (new LinePlanner($score, $part, $line, $book, $tempo, $loudness, $this->settings, $chair))
                ->plan($roadmap);
            $notes += $plan->notes;
            $flags = [...$flags, ...$plan->flags, ...$this->ofPartners($score, $part, $line, $book, $tempo, $loudness, $roadmap, $chair)];
        }
        usort($flags, static fn (Flag $a, Flag $b): int => $a->measure <=> $b->measure
            ?: ($a->beat !== null && $b->beat !== null ? $a->beat->compare($b->beat) : 0));

        return new BowPlan($notes, $flags);
    }

    /**
     * Run-outs of players on other chairs, where marks are for them alone.
     *
     * @return list<Flag>
     */
    private function ofPartners(
        Score $score,
        Part $part,
        Line $line,
        MarkBook $book,
        TempoMap $tempo,
        Dynamics $loudness,
        Roadmap $roadmap,
        string $chair,
    ): array {
        $others = [];
        foreach ($book->marks as $mark) {
            if ($mark->acts() && $mark->for !== 'all' && $mark->for !== $chair) {
                $others[$mark->for] = true;
            }
        }
        $flags = [];
        foreach (array_keys($others) as $other) {
            $plan = (new LinePlanner($score, $part, $line, $book, $tempo, $loudness, $this->settings, (string) $other))
                ->plan($roadmap);
            foreach ($plan->flags as $flag) {
                if ($flag->code === FlagCode::BowRunsOut) {
                    $flags[] = $flag->saying(ucfirst((string) $other) . " players: {$flag->text}");
                }
            }
        }

        return $flags;
    }
}
