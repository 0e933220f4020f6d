<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Symfony\Component\HttpFoundation\Response;
use UprightPencil\Marks\Chair;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\PageList;

/** A part as a file. */
final class DownloadController extends Controller
{
    #[Answers('application/*')]
    public function show(Section $section, string $ending, SectionPlanner $plans): Response
    {
        $this->authorize('view', $section->piece);
        $plan = $plans->of($section);
        $name = "{$section->piece->title} - {$section->name}";

        // A score that is taken away reads back the same: a direction in every measure, however many the page shows.
        $score = static fn (): string => $plans->page(
            $section,
            $plans->for($section, Chair::outside(), $plans->options($section)->density, BowDensity::EveryMeasure)->part,
        );

        return Downloads::send($ending, $name, $score, static fn (): string
            => (new PageList())->write($plan->score, $plan->part->part, $plan->part->prints));
    }
}
