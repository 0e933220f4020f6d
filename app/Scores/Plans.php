<?php

declare(strict_types=1);

namespace App\Scores;

use App\Models\Mark;
use App\Models\Section;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;

/** Sections worked out with their marks. */
final readonly class Plans
{
    public function __construct(private Readings $readings)
    {
    }

    public function score(Section $section): Score
    {
        return $this->readings->of($section);
    }

    public function book(Section $section, Score $score): MarkBook
    {
        $marks = [];
        foreach ($section->marks()->get() as $mark) {
            /** @var Mark $mark */
            $core = $mark->toCore();
            if ($core !== null) {
                $marks[] = $core;
            }
        }

        return MarkBook::of($marks, $score->parts[0]);
    }

    public function of(Section $section, ?MarkBook $book = null): SectionPlan
    {
        $score = $this->score($section);
        $planner = new Planner($this->options($section));

        return new SectionPlan($score, $planner->part($score, $score->parts[0], $book ?? $this->book($section, $score)));
    }

    public function options(Section $section): PlanOptions
    {
        $settings = $section->piece->owner->settings ?? [];
        $profile = $settings['profile'] ?? null;
        $schools = [];
        foreach (is_array($settings['schools'] ?? null) ? $settings['schools'] : [] as $key => $value) {
            if (is_string($key) && is_string($value) && in_array($value, PlanOptions::SCHOOLS[$key] ?? [], true)) {
                $schools[$key] = $value;
            }
        }

        return new PlanOptions(
            is_string($profile) && in_array($profile, PlanOptions::PROFILES, true) ? $profile : 'second-year',
            $schools,
        );
    }

    /** The marked part as MusicXML. */
    public function page(Section $section, PartPlan $plan): string
    {
        $document = Document::open((string) gzuncompress($section->source));

        return (new ScoreWriter($document))->write([$plan]);
    }
}
