<?php

declare(strict_types=1);

namespace UprightPencil\Roadmap;

use UprightPencil\Music\Measure;
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
     * Stretches of measures played one after another, as a reader would say them: [[0, 7], [1, 6], [8, 15]].
     *
     * @return list<array{int, int}> first and last measure index of each stretch
     */
    public function stretches(): array
    {
        $stretches = [];
        foreach ($this->visits as $visit) {
            $last = count($stretches) - 1;
            if ($last >= 0 && $stretches[$last][1] + 1 === $visit->measure) {
                $stretches[$last] = [$stretches[$last][0], $visit->measure];
            } else {
                $stretches[] = [$visit->measure, $visit->measure];
            }
        }

        return $stretches;
    }

    /** Whether any measure is played more than once, or left out on the way. */
    public function isStraight(): bool
    {
        return count($this->stretches()) <= 1;
    }

    /**
     * @param list<Measure> $measures
     */
    public function inWords(array $measures): string
    {
        $words = [];
        foreach ($this->stretches() as [$from, $to]) {
            $words[] = $from === $to ? $measures[$from]->number : "{$measures[$from]->number}–{$measures[$to]->number}";
        }

        return implode(', then ', $words);
    }
}
