<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\InvitationResource;
use App\Jobs\SendPasswordLetter;
use App\Models\Share;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/**
 * A co-teacher answers an invitation, signed in. Who has no account yet asks for a letter to set one up: the link alone, which the
 * owner knows as well, gives nobody an account under somebody's address.
 */
final class InvitationController extends Controller
{
    #[Answers('Invitation')]
    public function show(Request $request, string $token): JsonResponse
    {
        $share = $this->find($token);

        $user = $request->user();

        return response()->json(InvitationResource::of($share, $user instanceof User ? $user : null));
    }

    #[Answers('array{message: string}')]
    public function letter(string $token): JsonResponse
    {
        $share = $this->find($token);
        SendPasswordLetter::dispatch($share->email, true);

        return response()->json([
            'message' => "A letter is on its way to {$share->email}. Open the address in it, choose a password, and come back here.",
        ], 202);
    }

    #[Answers('array{piece: int}')]
    public function accept(Request $request, string $token): JsonResponse
    {
        $share = $this->find($token);
        $user = $this->user($request);
        if (!$share->isFor($user)) {
            return response()->json(['message' => "This invitation is for {$share->email}; you are signed in as {$user->email}."], 403);
        }
        $share->accept($user);

        return response()->json(['piece' => $share->piece_id]);
    }

    private function find(string $token): Share
    {
        $share = Share::query()->where('token', $token)->first();
        if ($share === null || $share->piece()->doesntExist()) {
            abort(404, 'This invitation is not open any more. Ask the director for a new one.');
        }

        return $share;
    }
}
