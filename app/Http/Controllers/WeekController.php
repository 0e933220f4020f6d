<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Http\Requests\WeekRequest;
use App\Lessons\BookOrder;
use App\Models\Section;
use App\Models\Shelf;
use App\Paper\PdfFile;
use App\Paper\PrintedPart;
use App\Paper\SetForPaper;
use Illuminate\Http\JsonResponse;
use Symfony\Component\HttpFoundation\Response;

/** The week's page: some lessons of a book for one section, on as few sheets as they need. */
final class WeekController extends Controller
{
    public function __construct(private readonly SetForPaper $set)
    {
    }

    #[Answers('array{sheets: list<string>}')]
    public function show(WeekRequest $request, Shelf $shelf): JsonResponse
    {
        return response()->json(['sheets' => $this->page($request, $shelf)->sheets($request->wish()->paper)]);
    }

    #[Answers('application/pdf')]
    public function pdf(WeekRequest $request, Shelf $shelf, PdfFile $file): Response
    {
        return Downloads::send('pdf', "{$shelf->name} - {$request->part()}", [
            'pdf' => fn (): string => $file->of([$this->page($request, $shelf)], $request->wish()->paper),
        ]);
    }

    private function page(WeekRequest $request, Shelf $shelf): PrintedPart
    {
        abort_unless($shelf->user_id === $this->user($request)->id, 404);
        $part = $request->part();
        $sections = [];
        foreach (BookOrder::of($shelf) as $lesson) {
            if (!in_array($lesson->id, $request->lessons(), true)) {
                continue;
            }
            foreach ($lesson->sections as $section) {
                /** @var Section $section */
                $isTheirs = $section->name === $part || str_starts_with($section->name, "{$part} (") || $section->name === 'Everybody';
                $sections = $isTheirs ? [...$sections, $section] : $sections;
            }
        }
        if ($sections === []) {
            abort(422, "None of these lessons has a part for {$part}. Tick a lesson first.");
        }

        return $this->set->week($shelf->name, $part, $sections, $request->wish());
    }
}
