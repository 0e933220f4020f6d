<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\StoreShareRequest;
use App\Http\Requests\UpdateShareRequest;
use App\Http\Resources\ShareResource;
use App\Jobs\SendLetter;
use App\Models\Piece;
use App\Models\Share;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Str;

/** Co-teachers of a piece, as its owner asks and dismisses them. */
final class ShareController extends Controller
{
    #[Answers('ShareRow')]
    public function store(StoreShareRequest $request, Piece $piece): JsonResponse
    {
        $email = mb_strtolower($request->string('email')->value());
        if ($email === mb_strtolower($this->user($request)->email)) {
            return response()->json(['message' => 'This piece is yours already.'], 422);
        }
        // Nobody is taken in unasked, and whether the address has an account is not told.
        /** @var Share $share */
        $share = $piece->shares()->firstOrNew(['email' => $email], ['token' => Str::random(32)]);
        $share->fill(['may' => $request->string('may')->value()])->save();
        if ($share->user_id === null) {
            SendLetter::dispatch(
                $email,
                "Upright Pencil: {$piece->title}",
                "{$this->user($request)->name} invites you to “{$piece->title}”. Open " . url("/invitation/{$share->token}") . "\n",
                $this->user($request)->id,
            );
        }

        return response()->json(ShareResource::of($share->load('user')), 201);
    }

    #[Answers('ShareRow')]
    public function update(UpdateShareRequest $request, Share $share): JsonResponse
    {
        $share->update(['may' => $request->string('may')->value()]);

        return response()->json(ShareResource::of($share->load('user')));
    }

    #[Answers('array{id: int}')]
    public function destroy(Share $share): JsonResponse
    {
        $this->authorize('manage', $share->piece);
        $share->delete();

        return response()->json(['id' => $share->id]);
    }
}
