<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\TempoRequest;
use App\Http\Resources\PieceResource;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The director's tempos of a piece, over what the score prints. */
final class TempoController extends Controller
{
    #[Answers('array{tempos: array<string, float>|stdClass}')]
    public function update(TempoRequest $request, Piece $piece): JsonResponse
    {
        $tempos = $request->tempos();
        $piece->update(['tempos' => $tempos === [] ? null : $tempos]);

        return response()->json(['tempos' => PieceResource::tempos($piece)]);
    }
}
