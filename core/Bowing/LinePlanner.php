<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Marks\MarkBook;
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
        private Loudness $loudness,
        private BowSettings $settings,
        private string $chair,
    ) {
    }

    public function plan(Roadmap $roadmap): BowPlan
    {
        $use = new BowUse($this->part, $this->line, $this->tempo, $this->loudness, $this->settings);
        $links = Links::of($this->part, $this->line, $this->book);
        $facts = new Facts($this->part, $this->line, $this->book, $this->chair);
        $builder = new StrokeBuilder($this->score, $this->part, $this->line, $links, $facts, $use, $this->tempo);
        $strokes = $builder->build(Playing::of($this->line, $this->score->measures, $roadmap));
        $solution = Solution::of($this->score, $this->part, $this->line, $strokes, $facts, $this->settings);
        $road = $solution->road;
        $travel = (new TravelPlanner($this->line, $use, $facts, $this->settings, $strokes, $road))->plan();
        $road->lift(array_keys($travel->lifts));
        $bows = new NoteBows($this->part, $this->line, $links, $facts, new Advice($this->score, $this->line, $use));
        $flags = new EventFlags($this->score, $this->part, $this->line);
        $findings = new BowFindings(
            $this->score,
            $this->part,
            $this->line,
            $this->tempo,
            $this->settings,
            $use,
            $solution,
            $travel,
            new Retry($this->part, $this->line, $facts, $solution->decisions, $this->settings),
            $flags,
        );
        $marks = new MarkFindings($this->part, $this->line, $this->book, $facts, $bows, $builder, $strokes, $flags);

        return new BowPlan($bows->of($strokes, $road, $travel), [...$findings->all(), ...$marks->all()]);
    }
}
