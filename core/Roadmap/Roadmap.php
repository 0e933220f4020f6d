<?php

declare(strict_types=1);

namespace UprightPencil\Roadmap;

use UprightPencil\Music\Measure;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/** The order in which the measures are played. */
final readonly class Roadmap
{
    /**
     * @param list<Visit> $visits
     * @param list<JumpProblem> $problems what could not be followed as printed
     */
    public function __construct(public array $visits, public array $problems)
    {
    }

    public static function of(Score $score): self
    {
        return (new RoadmapReader($score->measures))->read();
    }

    /**
     * @param list<Measure> $measures
     * @return list<string> printed numbers in playing order
     */
    public function numbers(array $measures): array
    {
        return array_map(static fn (Visit $visit): string => $measures[$visit->measure]->number, $this->visits);
    }

    /**
     * Measures played one after another, as a reader would say them: 1–8, 2–7, 9–16.
     *
     * @return list<MeasureRun>
     */
    public function runs(): array
    {
        $runs = [];
        foreach ($this->visits as $visit) {
            $last = end($runs);
            if ($last !== false && $last->to + 1 === $visit->measure) {
                array_pop($runs);
                $runs[] = new MeasureRun($last->from, $visit->measure);
            } else {
                $runs[] = new MeasureRun($visit->measure, $visit->measure);
            }
        }

        return $runs;
    }

    /** Whether any measure is played more than once, or left out on the way. */
    public function isStraight(): bool
    {
        return count($this->runs()) <= 1;
    }

    /**
     * @param list<Measure> $measures
     * @return string "pickup–8, then 1–7, then 9"
     */
    public function inWords(array $measures): string
    {
        $words = [];
        foreach ($this->runs() as $run) {
            $words[] = PlaceWords::stretch($measures[$run->from]->number, $measures[$run->to]->number);
        }

        return implode(', then ', $words);
    }
}
