<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\NoteResource;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;

/** What the desk asks about one note. */
final class NoteController extends Controller
{
    #[Answers('NoteDetail')]
    public function show(Section $section, string $note, SectionPlanner $plans, NoteResource $resource): JsonResponse
    {
        $this->authorize('view', $section);
        abort_unless(isset($plans->score($section)->parts[0]->positionsById()[$note]), 404, 'There is no such note in this part.');

        return response()->json($resource->of($section, $note));
    }
}
