<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\TuttiResource;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** All sections at once. */
final class TuttiController extends Controller
{
    #[Answers('Tutti')]
    public function show(Piece $piece, TuttiResource $resource): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($resource->of($piece));
    }
}
