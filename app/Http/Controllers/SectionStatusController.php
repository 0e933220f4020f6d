<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\DensityRequest;
use App\Http\Requests\DoneRequest;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Carbon;

/** What the director says of a section as a whole: done, and how many signs its page shows. */
final class SectionStatusController extends Controller
{
    public function __construct(private readonly Acts $acts)
    {
    }

    /** Calls the bowing or the fingering of a section done, or open again. */
    #[Answers('Done')]
    public function done(DoneRequest $request, Section $section): JsonResponse
    {
        [$column, $what] = $request->string('what')->value() === 'bow' ? ['bowed_at', 'bowing'] : ['fingered_at', 'fingers'];
        $isDone = $request->boolean('done');
        $this->acts->do(
            $this->user($request),
            $section->piece,
            Topic::Part,
            "{$what} of {$section->name} " . ($isDone ? 'done' : 'not done yet'),
            ["section:{$section->id}"],
            static fn () => $section->update([$column => $isDone ? Carbon::now() : null, 'state' => null]),
        );

        return response()->json(['bow' => $section->bowed_at !== null, 'hand' => $section->fingered_at !== null]);
    }

    /** Sets how many fingers or bow signs the part's page shows; as the class has it when empty. */
    #[Answers('array{density: value-of<Density>|null, bows: value-of<BowDensity>|null}')]
    public function density(DensityRequest $request, Section $section): JsonResponse
    {
        /** @var array<string, string|null> $chosen */
        $chosen = $request->validated();
        $this->acts->do(
            $this->user($request),
            $section->piece,
            Topic::Part,
            "how full the page of {$section->name} is",
            ["section:{$section->id}"],
            static fn () => $section->update($chosen),
        );

        return response()->json(['density' => $section->density, 'bows' => $section->bows]);
    }
}
