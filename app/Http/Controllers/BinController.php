<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Pieces that lie in the bin. */
final class BinController extends Controller
{
    #[Answers('array{id: int}')]
    public function restore(Request $request, int $piece, Acts $acts): JsonResponse
    {
        $found = $this->find($request, $piece);
        $acts->do(
            $this->user($request),
            $found,
            Topic::Rack,
            "“{$found->title}” back from the bin",
            ["piece:{$found->id}"],
            static fn () => $found->restore(),
        );

        return response()->json(['id' => $found->id]);
    }

    /** Throws a piece away for good. */
    #[Answers('array{id: int}')]
    public function destroy(Request $request, int $piece): JsonResponse
    {
        $found = $this->find($request, $piece);
        $found->forceDelete();

        return response()->json(['id' => $found->id]);
    }

    private function find(Request $request, int $piece): Piece
    {
        return Piece::onlyTrashed()->where('user_id', $this->user($request)->id)->whereKey($piece)->firstOrFail();
    }
}
