<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\ReadThroughResource;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Everything that needs a look. */
final class ReadThroughController extends Controller
{
    #[Answers('ReadThrough')]
    public function show(Request $request, Piece $piece, ReadThroughResource $resource): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($resource->of($piece, $this->user($request)));
    }
}
