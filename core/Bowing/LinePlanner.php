<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Bowing\Directions\BowingSolution;
use UprightPencil\Bowing\Directions\Landmarks;
use UprightPencil\Bowing\Directions\StrokeDirections;
use UprightPencil\Bowing\Distribution\BowAdvice;
use UprightPencil\Bowing\Distribution\DistributionPlan;
use UprightPencil\Bowing\Distribution\DistributionPlanner;
use UprightPencil\Bowing\Distribution\StaggeredChanges;
use UprightPencil\Bowing\Findings\BowFindings;
use UprightPencil\Bowing\Findings\EventFlags;
use UprightPencil\Bowing\Findings\MarkFindings;
use UprightPencil\Bowing\Findings\PartFindings;
use UprightPencil\Bowing\Findings\ReasonFindings;
use UprightPencil\Bowing\Findings\SlurRemedies;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\LongNotes;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\InnerChanges;
use UprightPencil\Bowing\Strokes\SlurLinks;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Bowing\Strokes\StrokeBuilder;
use UprightPencil\Bowing\Strokes\UnrolledLine;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlayingWords;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Roadmap\Roadmap;

/** Plans the bow along one line of a part: strokes, then directions, then where the bow is, then what needs a look. */
final readonly class LinePlanner
{
    public function __construct(
        private Score $score,
        private Part $part,
        private Line $line,
        private MarkBook $book,
        private TempoMap $tempo,
        private Dynamics $dynamics,
        private PlayingWords $words,
        private BowSettings $settings,
        private Chair $chair,
        private bool $isStaggered = false,
    ) {
    }

    public function plan(Roadmap $roadmap): BowPlan
    {
        $constraints = new BowConstraints($this->part, $this->line, $this->book, $this->chair);
        $lengths = new BowLengths(
            $this->part,
            $this->line,
            $this->tempo,
            $this->dynamics,
            $this->settings,
            $this->words,
            $constraints,
        );
        $links = SlurLinks::of($this->part, $this->line, $this->book);
        $builder = new StrokeBuilder($this->score, $this->part, $this->line, $links, $constraints, $lengths, $this->tempo, $this->words);
        $strokes = $builder->build(UnrolledLine::of($this->line, $this->score->measures, $roadmap));
        $landmarks = Landmarks::of(
            $this->score,
            $this->part,
            $this->line,
            $strokes,
            $this->dynamics,
            $this->settings,
            count($roadmap->visits),
        );
        $solution = BowingSolution::of($this->score, $this->part, $this->line, $strokes, $constraints, $this->settings, $landmarks);
        $directions = $solution->directions;
        $distribution = (new DistributionPlanner($this->line, $lengths, $constraints, $this->settings, $strokes, $directions))->plan();
        $staggered = $this->staggered($strokes, $distribution, $directions, $lengths, $constraints);
        if ($staggered !== null) {
            return $staggered->plan($roadmap);
        }
        $directions->lift(array_keys($distribution->lifts));
        $inner = new InnerChanges($constraints);
        $advice = new BowAdvice($this->score, $this->line, $lengths, $this->settings->distribution);
        $bows = new NoteBows($this->part, $this->line, $links, $inner, $advice);
        $flags = new EventFlags($this->score, $this->part, $this->line);
        $findings = new BowFindings(
            $this->score,
            $this->part,
            $this->line,
            $this->tempo,
            $this->settings,
            $lengths,
            $solution,
            $distribution,
            new SlurRemedies($this->part, $this->line, $constraints, $solution->decisions, $this->settings),
            $flags,
        );
        $parts = new PartFindings($this->settings, $constraints, $lengths, $distribution, $flags);
        $marks = new MarkFindings($this->part, $this->line, $this->book, $constraints, $links, $builder, $strokes, $flags);

        $reasons = new ReasonFindings($this->part, $this->line, $this->book, $flags);

        $told = [...$findings->all(), ...$marks->all(), ...$parts->of($strokes), ...$reasons->of($strokes, $directions->starts)];

        return new BowPlan($bows->of($strokes, $directions, $distribution), $told);
    }

    /**
     * The same line with partners changing inside the notes that are too long, in the school that does so.
     *
     * @param list<Stroke> $strokes
     * @return self|null null where there is nothing to place
     */
    private function staggered(
        array $strokes,
        DistributionPlan $distribution,
        StrokeDirections $directions,
        BowLengths $lengths,
        BowConstraints $constraints,
    ): ?self {
        if ($this->settings->longNotes !== LongNotes::Staggered || $this->isStaggered) {
            return null;
        }
        $places = new StaggeredChanges($this->score, $this->part, $this->line, $lengths, $this->tempo, $constraints);
        $marks = [];
        $seen = [];
        foreach ($distribution->runOuts as $index => $runOut) {
            $event = $strokes[$index]->head()->event;
            if ($runOut->isAlone && !isset($seen[$event])) {
                $seen[$event] = true;
                $marks = [...$marks, ...$places->of($strokes[$index], $directions->starts[$index])];
            }
        }

        return $marks === [] ? null : new self(
            $this->score,
            $this->part,
            $this->line,
            MarkBook::of([...$this->book->marks, ...$marks], $this->part),
            $this->tempo,
            $this->dynamics,
            $this->words,
            $this->settings,
            $this->chair,
            true,
        );
    }
}
