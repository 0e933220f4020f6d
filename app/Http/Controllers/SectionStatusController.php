<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\DensityRequest;
use App\Http\Requests\DoneRequest;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Carbon;

/** What the director says of a section as a whole: done, and how many signs its page shows. */
final class SectionStatusController extends Controller
{
    /** Calls the bowing or the fingering of a section done, or open again. */
    #[Answers('Done')]
    public function done(DoneRequest $request, Section $section): JsonResponse
    {
        $section->update([
            $request->string('what')->value() === 'bow' ? 'bowed_at' : 'fingered_at' => $request->boolean('done') ? Carbon::now() : null,
            'state' => null,
        ]);

        return response()->json(['bow' => $section->bowed_at !== null, 'hand' => $section->fingered_at !== null]);
    }

    /** Sets how many fingers or bow signs the part's page shows; as the class has it when empty. */
    #[Answers('array{density: value-of<Density>|null, bows: value-of<BowDensity>|null}')]
    public function density(DensityRequest $request, Section $section): JsonResponse
    {
        /** @var array<string, string|null> $chosen */
        $chosen = $request->validated();
        $section->update($chosen);

        return response()->json(['density' => $section->density, 'bows' => $section->bows]);
    }
}
