<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Share;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/** A co-teacher answers an invitation: signed in, or by setting up an account. */
final class InvitationController extends Controller
{
    public function show(Request $request, string $token): JsonResponse
    {
        $share = $this->find($token);

        return response()->json([
            'piece' => $share->piece->title,
            'pieceId' => $share->piece_id,
            'owner' => $share->piece->owner->name,
            'email' => $share->email,
            'may' => $share->may,
            'hasAccount' => User::query()->where('email', $share->email)->exists(),
            'accepted' => $share->user_id !== null && $share->user_id === $request->user()?->id,
        ]);
    }

    public function accept(Request $request, string $token): JsonResponse
    {
        $share = $this->find($token);
        $user = $request->user();
        if (!$user instanceof User) {
            if (User::query()->where('email', $share->email)->exists()) {
                return response()->json(['message' => "Sign in as {$share->email} first."], 401);
            }
            $data = $request->validate([
                'name' => ['required', 'string', 'max:80'],
                'password' => ['required', 'string', 'min:8', 'max:200'],
            ], ['name.required' => 'Type your name.', 'password.*' => 'Choose a password of at least 8 characters.']);
            $user = User::query()->create([...$data, 'email' => $share->email]);
            Auth::login($user, true);
            $request->session()->regenerate();
        }
        if (mb_strtolower($user->email) !== mb_strtolower($share->email)) {
            return response()->json(['message' => "This invitation is for {$share->email}; you are signed in as {$user->email}."], 403);
        }
        $share->update(['user_id' => $user->id]);

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
