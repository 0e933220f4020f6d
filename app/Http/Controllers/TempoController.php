<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\TempoRequest;
use App\Http\Resources\PieceResource;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** The director's tempos of a piece, over what the score prints. */
final class TempoController extends Controller
{
    #[Answers('array{tempos: array<string, float>|stdClass}')]
    public function update(TempoRequest $request, Piece $piece, Acts $acts): JsonResponse
    {
        $tempos = $request->tempos();
        $acts->do(
            $this->user($request),
            $piece,
            Topic::Part,
            'tempos',
            ["piece:{$piece->id}"],
            static fn () => $piece->update(['tempos' => $tempos === [] ? null : $tempos]),
        );

        return response()->json(['tempos' => PieceResource::tempos($piece)]);
    }
}
