<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\HandOutResource;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What is to hand out of a piece. */
final class HandOutController extends Controller
{
    #[Answers('HandOut')]
    public function show(Request $request, Piece $piece, HandOutResource $resource): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($resource->of($piece, $this->user($request)));
    }
}
