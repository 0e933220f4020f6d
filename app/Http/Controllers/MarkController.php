<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\MarkRequest;
use App\Lessons\SharedBowing;
use App\Marking\ChangeMarks;
use App\Marking\DeskAnswer;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Gate;
use UprightPencil\Format\PencilLines\LineError;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Format\PencilLines\Reading;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Marks\MarkState;

/** Marks: put and taken, and looked at before. */
final class MarkController extends Controller
{
    public function __construct(
        private readonly SectionPlanner $plans,
        private readonly ChangeMarks $changes,
        private readonly DeskAnswer $answer,
        private readonly SharedBowing $shared,
    ) {
    }

    /** Puts and takes marks; answers with the section worked out again. */
    #[Answers('DeskPlan')]
    public function store(MarkRequest $request, Section $section): JsonResponse
    {
        $user = $this->user($request);
        $score = $this->plans->score($section);
        $puts = [];
        if ($request->lines() !== '') {
            $reading = (new PencilLinesReader($score, $score->parts))->read($request->lines());
            if ($reading->errors !== [] && !$request->boolean('anyway')) {
                return self::unreadable($reading);
            }
            $puts = array_merge(...array_values($reading->marks));
        }
        $takes = $request->takes();
        $state = self::stateFor($request, $section);
        $puts = array_map(
            static fn (CoreMark $mark): CoreMark => $state !== null ? $mark->inState($state) : $mark,
            $puts,
        );
        if ($state === MarkState::Proposed) {
            $now = Carbon::now()->toIso8601String();
            $puts = array_map(static fn (CoreMark $mark): CoreMark => $mark->by($user->name, $now, (string) $user->id), $puts);
            $takes = $this->onlyOwnProposals($section, $takes, $user->id);
        }

        $parts = [[$section, $puts, $takes], ...$this->shared->of($section, $puts, $takes)];

        return $this->answer->after($request, $section, $user, fn () => $this->changes->together(
            $section->piece_id,
            $user,
            $parts,
            $request->seen(),
            $request->label(),
        ), static fn (): array => count($parts) === 1 ? [] : ['shared' => count($parts)]);
    }

    /** What lines typed into Say it would do, without doing it. */
    #[Answers('array{marks: int, notes: list<string>, turned: list<string>, flags: int}')]
    public function preview(MarkRequest $request, Section $section): JsonResponse
    {
        $score = $this->plans->score($section);
        $reading = (new PencilLinesReader($score, $score->parts))->read($request->lines());
        if ($reading->errors !== []) {
            return self::unreadable($reading);
        }
        $book = $this->plans->book($section, $score);
        $before = $this->plans->of($section, $book);
        $marks = array_merge(...array_values($reading->marks));
        $after = $this->plans->of($section, $book->with($score->parts[0], ...$marks));
        $turned = $after->part->bow->turnedSince($before->part->bow->directions());

        return response()->json([
            'marks' => count($marks),
            'notes' => array_values(array_unique(array_map(static fn (CoreMark $mark): string => $mark->from, $marks))),
            'turned' => $turned,
            'flags' => count($after->part->flags) - count($before->part->flags),
        ]);
    }

    private static function stateFor(MarkRequest $request, Section $section): ?MarkState
    {
        $mayEdit = Gate::allows('edit', $section);

        return !$mayEdit || $request->boolean('propose') ? MarkState::Proposed : null;
    }

    /**
     * @param list<string> $keys
     * @return list<string>
     */
    private function onlyOwnProposals(Section $section, array $keys, int $userId): array
    {
        $own = $section->marks()->whereIn('key', $keys)->where('user_id', $userId)->where('state', 'proposed')->pluck('key');

        return array_values(array_filter($own->all(), is_string(...)));
    }

    private static function unreadable(Reading $reading): JsonResponse
    {
        $first = $reading->errors[0];

        return response()->json([
            'message' => ucfirst($reading->errors === [$first] && $first->line === 1 ? $first->text : $first->sentence()) . '.',
            'errors' => array_map(static fn (LineError $error): string => $error->sentence(), $reading->errors),
            'readable' => array_sum(array_map(count(...), $reading->marks)),
        ], 422);
    }
}
