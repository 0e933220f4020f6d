<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\DeskResource;
use App\Http\Resources\SoundResource;
use App\Models\Mark;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Marks\Places;
use UprightPencil\Plan\WhatIf;
use UprightPencil\Plan\WhatIfs;

/** An open choice, with the whole part worked out for each of its possibilities: to be looked at in class. */
final class ChoiceController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans, private readonly DeskResource $resource)
    {
    }

    #[Answers('list<ChoiceVersion>')]
    public function show(Request $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section);
        $key = $request->string('key')->value();
        $row = $section->marks()->where('key', $key)->first();
        $choice = $row instanceof Mark ? $row->toCore() : null;
        if ($choice?->isChoice() !== true) {
            abort(404, 'This choice is not open any more.');
        }
        $score = $this->plans->score($section);
        $part = $score->parts[0];
        $book = $this->plans->book($section, $score);
        $futures = (new WhatIfs($this->plans->planner($section)))->of($score, $part, $book)[$choice->from] ?? [];
        $does = array_column(array_map(static fn (WhatIf $one): array => [$one->text, $one->does], $futures), 1, 0);
        $places = Places::of($score, $part);
        // The book's own copy of it: only that one is taken out.
        $mine = array_values(array_filter($book->marks, static fn (CoreMark $mark): bool => $mark->key() === $key))[0] ?? $choice;
        $versions = [];
        foreach (array_keys($choice->kinds) as $index) {
            $decided = $book->without($mine)->with($part, $choice->decided($index));
            $plan = $this->plans->of($section, $decided);
            $words = $places->possibility($choice, $index);
            $versions[] = [
                'text' => $words,
                'does' => $does[$words] ?? '',
                'xml' => $this->plans->page($section, $plan->part),
                'notes' => $this->resource->planned($score, $plan->part, $this->plans->options($section)->bows),
                'sound' => SoundResource::of($score, $plan->part, $this->plans->tempo($section)),
            ];
        }

        return response()->json($versions);
    }
}
