<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Models\Piece;
use App\Models\Section;
use App\Paper\Paper;
use App\Paper\PartPages;
use App\Plans\SectionPlanner;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use UprightPencil\Marks\Chair;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\PageList;

/** A part as a file, and all parts of a piece as one to print. */
final class DownloadController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans, private readonly PartPages $pages)
    {
    }

    #[Answers('application/*')]
    public function show(Request $request, Section $section, string $ending): Response
    {
        $this->authorize('view', $section->piece);
        $plan = $this->plans->of($section);

        // A score that is taken away reads back the same: a direction in every measure, however many the page shows.
        $score = fn (): string => $this->plans->page(
            $section,
            $this->plans->for($section, Chair::outside(), $this->plans->options($section)->density, BowDensity::EveryMeasure)->part,
        );

        return Downloads::send(
            $ending,
            "{$section->piece->title} - {$section->name}",
            $score,
            static fn (): string => (new PageList())->write($plan->score, $plan->part->part, $plan->part->prints),
            fn (): string => $this->pdf($request, [$section]),
        );
    }

    /** All parts, in the order of the score. */
    #[Answers('application/pdf')]
    public function all(Request $request, Piece $piece): Response
    {
        $this->authorize('view', $piece);
        $none = static fn (): string => '';

        return Downloads::send('pdf', $piece->title, $none, $none, fn (): string => $this->pdf($request, $piece->sections->all()));
    }

    /** @param array<Section> $sections */
    private function pdf(Request $request, array $sections): string
    {
        $parts = (function () use ($sections): iterable {
            foreach ($sections as $section) {
                yield [
                    'title' => $section->piece->title,
                    'part' => $section->name,
                    'about' => '',
                    'musicxml' => $this->plans->page($section, $this->plans->of($section)->part),
                ];
            }
        })();
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;

        return $this->pages->pdf($parts, $paper, $request->boolean('large'));
    }
}
