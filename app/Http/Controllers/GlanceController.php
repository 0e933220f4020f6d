<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\GlanceResource;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** A director's first look at a piece. */
final class GlanceController extends Controller
{
    #[Answers('list<GlanceGroup>')]
    public function show(Piece $piece, GlanceResource $resource): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($resource->of($piece));
    }
}
