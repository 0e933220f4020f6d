<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\ClassRequest;
use App\Http\Resources\TogetherResource;
use App\Models\Piece;
use App\Plans\ClassOf;
use App\Plans\ClassSettings;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use UprightPencil\Plan\PlanDifference;

/** What another class would turn round, piece after piece, before it is kept. */
final class ClassLookController extends Controller
{
    /** The pieces that follow the class: those on its shelf, or all whose shelf has no class of its own. */
    #[Answers('list<ClassPiece>')]
    public function index(Request $request): JsonResponse
    {
        return response()->json(ClassOf::of($this->user($request), $request->input('shelf'))->pieces()
            ->map(static fn (Piece $piece): array => ['id' => $piece->id, 'title' => $piece->title])->all());
    }

    /** One of them: what turns in which part. */
    #[Answers('list<TogetherLook>')]
    public function show(ClassRequest $request, Piece $piece, SectionPlanner $plans): JsonResponse
    {
        $this->authorize('manage', $piece);
        $other = $plans->assuming(ClassSettings::from($request->settings()));
        $looks = [];
        foreach ($piece->sections as $section) {
            [$before, $after] = [$plans->of($section), $other->of($section, $plans->book($section, $plans->score($section)))];
            $looks[] = TogetherResource::of($section, PlanDifference::between($before->part, $after->part, $before->score), []);
        }

        return response()->json($looks);
    }
}
