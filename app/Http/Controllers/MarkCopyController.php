<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\CopyRequest;
use App\Http\Resources\CopyResource;
use App\Marking\ChangeMarks;
use App\Marking\DeskAnswer;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use UprightPencil\Marks\Mark;
use UprightPencil\Sections\MarkCopy;

/** Marks carried from one stretch to another. */
final class MarkCopyController extends Controller
{
    /** Carries the marks of a stretch to another place; tells first what it would overwrite when asked to. */
    #[Answers('CopyLook|DeskPlan')]
    public function store(
        CopyRequest $request,
        Section $section,
        SectionPlanner $plans,
        ChangeMarks $changes,
        DeskAnswer $answer,
    ): JsonResponse {
        $score = $plans->score($section);
        $from = $request->giver($section);
        $this->authorize('view', $from->piece);
        $given = $plans->score($from);
        $copy = MarkCopy::of(
            $score,
            $given->parts[0],
            $plans->book($from, $given),
            $score->parts[0],
            $plans->book($section, $score),
            $request->moment('start'),
            $request->moment('until'),
            $request->moment('onto'),
            $request->group(),
        );
        $told = CopyResource::of($copy, $score);
        if ($request->boolean('look')) {
            return response()->json($told);
        }
        $user = $this->user($request);
        $takes = array_map(static fn (Mark $mark): string => $mark->key(), $copy->overwrites);

        return $answer->after($request, $section, $user, static fn () => $changes->change(
            $section,
            $user,
            $copy->puts,
            $takes,
            $request->integer('seen'),
            $request->label(),
        ), static fn (): array => ['copied' => $told]);
    }
}
