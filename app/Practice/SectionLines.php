<?php

declare(strict_types=1);

namespace App\Practice;

use App\Lessons\LessonNotes;
use App\Models\Section;
use App\Plans\SectionPlan;
use App\Plans\SectionPlanner;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLine;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Marks\Chair;
use UprightPencil\Sound\PlayAlong;

/** The practice lines of sections, and how their parts are played. */
final readonly class SectionLines
{
    public function __construct(private SectionPlanner $plans)
    {
    }

    /** @param SectionPlan|null $plan of the section, where it is known */
    public function of(Section $section, ?SectionPlan $plan = null): PracticeLines
    {
        return new PracticeLines($this->part($section, $plan));
    }

    /** A part as it is marked, with what its section is used to. */
    public function part(Section $section, ?SectionPlan $plan = null): PracticePart
    {
        $plan ??= $this->plans->of($section);
        $options = $this->plans->options($section)->withTempos($section->piece->temposFor($plan->score));

        return PracticePart::of($plan->score, $plan->part, $options);
    }

    /**
     * The lines that are worked, in their order: the director's, without those the part has no more; else the first steps that a lesson
     * begins with, and those the part needs.
     *
     * @return list<LineProposal>
     */
    public function chosen(Section $section, PracticeLines $lines): array
    {
        $choice = LineChoice::from($section->practice);
        if ($choice->keys === null) {
            return [...$this->steps($section, $lines), ...$lines->chosen()];
        }

        return array_values(array_filter(array_map($lines->byKey(...), $choice->keys)));
    }

    /** @return list<LineProposal> the steps a director has ticked for a lesson; playing it is no line of its own */
    private function steps(Section $section, PracticeLines $lines): array
    {
        $steps = [];
        foreach (LessonNotes::of($section->piece)->steps as $step) {
            $kind = LineKind::tryFrom($step);
            $line = $kind?->isFirstStep() === true ? $lines->ofKind($kind)[0] ?? null : null;
            if ($line !== null) {
                $steps[] = $line;
            }
        }

        return $steps;
    }

    /** @return list<PracticeLine> with their music */
    public function built(Section $section, PracticeLines $lines): array
    {
        $goals = LineChoice::from($section->practice)->goals;

        return array_map(
            static fn (LineProposal $one): PracticeLine => $lines->line($one, $goals[$one->key()] ?? null),
            $this->chosen($section, $lines),
        );
    }

    /** A part from beginning to end as it is played, by who sits on a chair. */
    public function played(Section $section, ?Chair $chair = null): PlayAlong
    {
        $options = $this->plans->options($section);
        $plan = $chair === null || $chair->value === Chair::outside()->value
            ? $this->plans->of($section)
            : $this->plans->for($section, $chair, $options->density, $options->bows);

        return PlayAlong::of($plan->score, $plan->part, $this->plans->tempo($section));
    }
}
