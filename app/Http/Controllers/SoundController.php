<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\SoundResource;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;

/** What a part sounds like as it is marked. */
final class SoundController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans)
    {
    }

    #[Answers('list<Tone>')]
    public function show(Section $section): JsonResponse
    {
        $this->authorize('view', $section);
        $plan = $this->plans->of($section);

        return response()->json(SoundResource::of($plan->score, $plan->part, $this->plans->tempo($section)));
    }
}
