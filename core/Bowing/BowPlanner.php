<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Settings\AfterDots;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlayingWords;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\Reading\PartChecks;
use UprightPencil\Review\ToldOnce;
use UprightPencil\Roadmap\Roadmap;

/** Works out the bow for a part: which way every stroke goes, and why. */
final readonly class BowPlanner
{
    public function __construct(private BowSettings $settings = new BowSettings())
    {
    }

    /**
     * @param Chair $chair whose marks count beside everybody's: outside, inside or "stand 2"
     */
    public function plan(
        Score $score,
        Part $part,
        MarkBook $book,
        Roadmap $roadmap,
        ?TempoMap $tempo = null,
        ?Chair $chair = null,
    ): BowPlan {
        if (!$part->instrument->isBowed()) {
            return new BowPlan([], []);
        }
        $tempo ??= TempoMap::of($score);
        $chair ??= Chair::outside();
        $dynamics = Dynamics::of($score, $part);
        $words = PlayingWords::of($score, $part);
        $notes = [];
        $flags = array_values(array_filter(
            (new PartChecks())->flags($score, $part, $book),
            fn (Flag $flag): bool => $flag->code !== FlagCode::StyleStops || $this->settings->afterDots === AfterDots::Keep,
        ));
        foreach (Line::allOf($score, $part) as $line) {
            $plan = (new LinePlanner($score, $part, $line, $book, $tempo, $dynamics, $words, $this->settings, $chair))
                ->plan($roadmap);
            $notes += $plan->notes;
            $partners = $this->ofPartners($score, $part, $line, $book, $tempo, $dynamics, $words, $roadmap, $chair);
            $flags = [...$flags, ...$plan->flags, ...$partners];
        }

        return new BowPlan($notes, (new ToldOnce($score->measures))->of($flags));
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
        Dynamics $dynamics,
        PlayingWords $words,
        Roadmap $roadmap,
        Chair $chair,
    ): array {
        $others = [];
        foreach ($book->marks as $mark) {
            if ($mark->acts() && !$mark->for->covers($chair)) {
                $others[$mark->for->value] = $mark->for;
            }
        }
        $flags = [];
        foreach ($others as $other) {
            $plan = (new LinePlanner($score, $part, $line, $book, $tempo, $dynamics, $words, $this->settings, $other))
                ->plan($roadmap);
            foreach ($plan->flags as $flag) {
                if ($flag->code === FlagCode::BowRunsOut) {
                    $flags[] = $flag->saying(ucfirst($other->value) . " players: {$flag->text}")
                        ->because($flag->cause === '' ? '' : "{$flag->cause} {$other->value}");
                }
            }
        }

        return $flags;
    }
}
