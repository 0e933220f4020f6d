<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Models\Share;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** One's own place at somebody else's piece. */
final class MyShareController extends Controller
{
    /** Takes up an invitation that stands on one's own rack. */
    #[Answers('array{piece: int}')]
    public function store(Request $request, Share $share): JsonResponse
    {
        $user = $this->user($request);
        abort_unless($share->user_id === null && $share->isFor($user) && $share->piece()->exists(), 404);
        $share->accept($user);

        return response()->json(['piece' => $share->piece_id]);
    }

    /** Declines an invitation, or leaves a piece. */
    #[Answers('array{id: int}')]
    public function destroy(Request $request, Share $share): JsonResponse
    {
        $user = $this->user($request);
        abort_unless($share->user_id === null ? $share->isFor($user) : $share->user_id === $user->id, 404);
        // Who declines what was offered for all pieces declines it for all.
        $share->user_id === null ? $share->end() : $share->delete();

        return response()->json(['id' => $share->id]);
    }
}
