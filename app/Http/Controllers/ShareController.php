<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\StoreShareRequest;
use App\Http\Requests\UpdateShareRequest;
use App\Http\Resources\ShareResource;
use App\Jobs\SendLetter;
use App\Models\Colleague;
use App\Models\Piece;
use App\Models\Share;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
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
        $user = $this->user($request);
        $right = ['may' => $request->string('may')->value(), 'parts' => $request->parts()];
        // Nobody is taken in unasked, and whether the address has an account is not told.
        /** @var Share $share */
        $share = $piece->shares()->firstOrNew(['email' => $email], ['token' => Str::random(32)]);
        if ($request->boolean('all') || $share->colleague !== null) {
            $share = $this->inAllPieces($piece, $user, $email, $right, $share->user_id);
        } else {
            $share->fill($right)->save();
        }
        if ($share->user_id === null) {
            $what = $share->colleague_id === null ? "to “{$piece->title}”" : 'to all of their pieces';
            SendLetter::dispatch(
                $email,
                "Upright Pencil: {$piece->title}",
                "{$user->name} invites you {$what}. Open " . url("/invitation/{$share->token}") . "\n",
                $user->id,
            );
        }

        return response()->json(ShareResource::of($share->load('user')), 201);
    }

    #[Answers('ShareRow')]
    public function update(UpdateShareRequest $request, Share $share): JsonResponse
    {
        $right = ['may' => $request->string('may')->value(), 'parts' => $request->parts()];
        if ($share->colleague !== null) {
            $share = $this->inAllPieces($share->piece, $this->user($request), $share->email, $right, $share->user_id);
        } else {
            $share->update($right);
        }

        return response()->json(ShareResource::of($share->load('user')));
    }

    #[Answers('array{id: int}')]
    public function destroy(Share $share): JsonResponse
    {
        $this->authorize('manage', $share->piece);
        $share->end();

        return response()->json(['id' => $share->id]);
    }

    /**
     * @param array{may: string, parts: list<string>|null} $right
     * @param int|null $helper who it is, when they have taken up an invitation before
     * @return Share of the piece it was given at
     */
    private function inAllPieces(Piece $piece, User $owner, string $email, array $right, ?int $helper): Share
    {
        return DB::connection()->transaction(static function () use ($piece, $owner, $email, $right, $helper): Share {
            $colleague = Colleague::query()->firstOrNew(['user_id' => $owner->id, 'email' => $email]);
            $colleague->fill([...$right, 'helper_id' => $colleague->helper_id ?? $helper])->save();
            foreach (Piece::withTrashed()->where('user_id', $owner->id)->lazyById(100, 'id') as $one) {
                $colleague->shareOf($one);
            }

            return $colleague->shareOf($piece);
        });
    }
}
