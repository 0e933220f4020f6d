<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Bowing\Directions\BowingSolution;
use UprightPencil\Bowing\Distribution\BowAdvice;
use UprightPencil\Bowing\Distribution\DistributionPlanner;
use UprightPencil\Bowing\Findings\BowFindings;
use UprightPencil\Bowing\Findings\EventFlags;
use UprightPencil\Bowing\Findings\MarkFindings;
use UprightPencil\Bowing\Findings\SlurRemedies;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\SlurLinks;
use UprightPencil\Bowing\Strokes\StrokeBuilder;
use UprightPencil\Bowing\Strokes\UnrolledLine;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Roadmap\Roadmap;

/** Plans the bow along one line of a part: strokes, then directions, then travel, then what needs a look. */
final readonly class LinePlanner
{
    public function __construct(
        private Score $score,
        private Part $part,
        private Line $line,
        private MarkBook $book,
        private TempoMap $tempo,
        private Dynamics $loudness,
        private BowSettings $settings,
        private string $chair,
    ) {
    }

    public function plan(Roadmap $roadmap): BowPlan
    {
        $use = new BowLengths($this->part, $this->line, $this->tempo, $this->loudness, $this->settings);
        $links = SlurLinks::of($this->part, $this->line, $this->book);
        $constraints = new BowConstraints($this->part, $this->line, $this->book, $this->chair);
        $builder = new StrokeBuilder($this->score, $this->part, $this->line, $links, $constraints, $use, $this->tempo);
        $strokes = $builder->build(UnrolledLine::of($this->line, $this->score->measures, $roadmap));
        $solution = BowingSolution::of($this->score, $this->part, $this->line, $strokes, $constraints, $this->settings);
        $directions = $solution->directions;
        $distribution = (new DistributionPlanner($this->line, $use, $constraints, $this->settings, $strokes, $directions))->plan();
        $directions->lift(array_keys($distribution->lifts));
        $bows = new NoteBows($this->part, $this->line, $links, $constraints, new BowAdvice($this->score, $this->line, $use));
        $flags = new EventFlags($this->score, $this->part, $this->line);
        $findings = new BowFindings(
            $this->score,
            $this->part,
            $this->line,
            $this->tempo,
            $this->settings,
            $use,
            $solution,
            $distribution,
            new SlurRemedies($this->part, $this->line, $constraints, $solution->decisions, $this->settings),
            $flags,
        );
        $marks = new MarkFindings($this->part, $this->line, $this->book, $constraints, $bows, $builder, $strokes, $flags);

        return new BowPlan($bows->of($strokes, $directions, $distribution), [...$findings->all(), ...$marks->all()]);
    }
}
