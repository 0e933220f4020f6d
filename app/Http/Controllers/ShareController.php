<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Jobs\SendLetter;
use App\Models\Piece;
use App\Models\Share;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;

/** Co-teachers: asked by the owner of a piece, and theirs to accept and to leave. */
final class ShareController extends Controller
{
    private const MAY = ['required', 'string', 'in:read,propose,edit'];
    private const CHOOSE = 'Choose what the co-teacher may do.';

    public function invite(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);
        $data = $request->validate([
            'email' => ['required', 'string', 'email', 'max:120'],
            'may' => self::MAY,
        ], ['email.*' => 'Type the co-teacher’s e-mail address.', 'may.*' => self::CHOOSE]);
        $email = mb_strtolower($data['email']);
        if ($email === mb_strtolower($this->user($request)->email)) {
            return response()->json(['message' => 'This piece is yours already.'], 422);
        }
        // Nobody is taken in unasked, and whether the address has an account is not told.
        /** @var Share $share */
        $share = $piece->shares()->firstOrNew(['email' => $email], ['token' => Str::random(32)]);
        $share->fill(['may' => $data['may']])->save();
        if ($share->user_id === null) {
            SendLetter::dispatch(
                $email,
                "Upright Pencil: {$piece->title}",
                "{$this->user($request)->name} invites you to “{$piece->title}”. Open " . url("/invitation/{$share->token}") . "\n",
            );
        }

        return response()->json(self::row($share->load('user')), 201);
    }

    public function change(Request $request, Share $share): JsonResponse
    {
        $this->authorize('manage', $share->piece);
        $share->update($request->validate(['may' => self::MAY], ['may.*' => self::CHOOSE]));

        return response()->json(self::row($share->load('user')));
    }

    public function end(Share $share): JsonResponse
    {
        $this->authorize('manage', $share->piece);
        $share->delete();

        return response()->json(['id' => $share->id]);
    }

    /** Takes up an invitation that stands on one's own rack. */
    public function accept(Request $request, Share $share): JsonResponse
    {
        $user = $this->user($request);
        abort_unless($share->user_id === null && $share->isFor($user) && $share->piece()->exists(), 404);
        $share->update(['user_id' => $user->id]);

        return response()->json(['piece' => $share->piece_id]);
    }

    /** Declines an invitation, or leaves a piece. */
    public function leave(Request $request, Share $share): JsonResponse
    {
        $user = $this->user($request);
        abort_unless($share->user_id === null ? $share->isFor($user) : $share->user_id === $user->id, 404);
        $share->delete();

        return response()->json(['id' => $share->id]);
    }

    /** @return array<string, mixed> */
    public static function row(Share $share): array
    {
        return [
            'id' => $share->id,
            'email' => $share->email,
            'name' => $share->user?->name,
            'may' => $share->may,
            'waiting' => $share->user_id === null,
            'url' => url("/invitation/{$share->token}"),
        ];
    }
}
