<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\AssignRequest;
use App\Import\AssignedLines;
use App\Jobs\WorkOutStates;
use App\Marking\MarkClash;
use App\Models\Section;
use Illuminate\Http\JsonResponse;

/** A section's line given to another section, as a part of its own that follows it. */
final class AssignedLineController extends Controller
{
    /** Whether it lies within what they have learned, and what goes an octave away. */
    #[Answers('array{octaves: int, moved: list<string>, lost: list<string>, name: string}')]
    public function look(AssignRequest $request, Section $section): JsonResponse
    {
        self::refuseLesson($section);
        $line = AssignedLines::look($section, $request->meant()) ?? abort(422, "{$section->name} has no line.");

        return response()->json([
            'octaves' => $line->octaves,
            'moved' => $line->moved,
            'lost' => $line->lost,
            'name' => $request->name($section),
        ]);
    }

    #[Answers('array{section: int, name: string}')]
    public function store(AssignRequest $request, Section $section, AssignedLines $lines): JsonResponse
    {
        self::refuseLesson($section);
        $name = $request->name($section);
        abort_if($section->piece->sections()->where('name', $name)->exists(), 422, "There is a part called {$name} already.");
        try {
            $made = $lines->make($section, $request->meant(), $name, $this->user($request)) ?? abort(422, "{$section->name} has no line.");
        } catch (MarkClash $clash) {
            return response()->json(['message' => $clash->getMessage()], 409);
        }
        WorkOutStates::soon($this->user($request)->id);

        return response()->json(['section' => $made->id, 'name' => $made->name], 201);
    }

    private static function refuseLesson(Section $section): void
    {
        abort_if($section->piece->typed !== null, 422, 'What was typed here is given to another section on Write-in.');
        abort_if($section->follows !== null, 422, "{$section->name} is another section’s line itself: give that one on.");
    }
}
