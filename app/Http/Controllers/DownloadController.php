<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Symfony\Component\HttpFoundation\Response;
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

        return Downloads::send($ending, $name, static fn (): string => $plans->page($section, $plan->part), static fn (): string
            => (new PageList())->write($plan->score, $plan->part->part, $plan->part->prints));
    }
}
