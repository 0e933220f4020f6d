<?php

declare(strict_types=1);

namespace App\Practice;

use App\Models\Piece;
use App\Models\Section;
use App\Plans\SectionPlanner;
use UprightPencil\Drills\LineBuilder;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Drills\WarmUp;
use UprightPencil\Drills\WarmUpStep;

/** What all sections of a piece warm up with. */
final readonly class ClassWarmUp
{
    public const USUAL_MINUTES = 8;
    public const MOST_MINUTES = 45;

    public function __construct(private SectionPlanner $plans)
    {
    }

    /**
     * @param list<int> $sections ids of those that warm up
     * @return list<WarmUpStep>
     */
    public function of(Piece $piece, float $minutes, array $sections): array
    {
        $parts = [];
        foreach ($piece->sections as $position => $section) {
            /** @var Section $section */
            $isHere = in_array($section->id, $sections, true);
            if ($isHere && in_array($section->instrument, ['violin', 'viola', 'cello', 'bass'], true)) {
                $plan = $this->plans->of($section);
                $options = $this->plans->options($section)->withTempos($piece->temposFor($plan->score));
                $parts[(int) $position] = PracticePart::of($plan->score, $plan->part, $options);
            }
        }

        return WarmUp::of($parts, $minutes);
    }

    /** Makes music of a section's line. */
    public function builder(Section $section): LineBuilder
    {
        return new LineBuilder($this->plans->options($section), $this->plans->score($section)->parts[0]);
    }
}
