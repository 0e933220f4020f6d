<?php

declare(strict_types=1);

namespace App\Scores;

use App\Models\Mark;
use App\Models\Section;
use ArrayObject;
use UprightPencil\Bowing\BowPlan;
use UprightPencil\Fingering\FingerPlan;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\Density;

/** Sections worked out with their marks. */
final readonly class Plans
{
    /** @param ArrayObject<string, BowPlan|FingerPlan> $here plans this request has met already */
    public function __construct(private Readings $readings, private ArrayObject $here = new ArrayObject())
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

    /**
     * @param bool|string $explains true: every finger with its reasons; false: none; or the id of the note that tells them
     */
    public function of(Section $section, ?MarkBook $book = null, bool|string $explains = false): SectionPlan
    {
        $score = $this->score($section);
        $isReal = $book === null;
        $book ??= $this->book($section, $score);
        $planner = $this->planner($section, $explains, $isReal);

        return new SectionPlan($score, $planner->part($score, $score->parts[0], $book));
    }

    /** The section as a player on another chair has it, or with more or fewer fingers on the page. */
    public function for(Section $section, string $chair, Density $density): SectionPlan
    {
        $score = $this->score($section);
        $planner = new Planner(
            $this->options($section)->withTempos($section->piece->temposFor($score))->withDensity($density),
            false,
            new SectionMemory($section, $this->here, false),
        );

        return new SectionPlan($score, $planner->part($score, $score->parts[0], $this->book($section, $score), null, $chair));
    }

    /** @param bool $isReal whether it plans the section as it stands, not something tried */
    public function planner(Section $section, bool|string $explains = false, bool $isReal = false): Planner
    {
        $options = $this->options($section)->withTempos($section->piece->temposFor($this->score($section)));

        return new Planner($options, $explains, new SectionMemory($section, $this->here, $isReal));
    }

    public function options(Section $section): PlanOptions
    {
        $options = ClassSettings::for($section->piece)->options($section->instrument);
        $own = Density::tryFrom($section->density ?? '');

        return $own === null ? $options : $options->withDensity($own);
    }

    /** The marked part as MusicXML. */
    public function page(Section $section, PartPlan $plan): string
    {
        $document = Document::open((string) gzuncompress($section->source));

        $options = $this->options($section);
        $writer = new ScoreWriter($document, $options->wording);
        if ($options->namesNotes) {
            $writer->nameNotes($plan);
        }

        return $writer->write([$plan]);
    }
}
