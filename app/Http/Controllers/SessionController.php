<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\SignInLimits;
use App\Models\User;
use App\Server\Health;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Hash;

final class SessionController extends Controller
{
    public function show(Request $request, Health $health): JsonResponse
    {
        $user = $request->user();

        return response()->json([
            'user' => $user instanceof User ? $user->only('id', 'name', 'email') : null,
            // The first visit of all sets up the first director.
            'first' => $user === null && !User::query()->exists(),
            'notice' => $health->notice(),
        ]);
    }

    public function store(Request $request, SignInLimits $limits, Health $health): JsonResponse
    {
        $credentials = $request->validate([
            'email' => ['required', 'string', 'email', 'max:120'],
            'password' => ['required', 'string', 'max:200'],
        ], ['required' => 'Type your e-mail address and your password.', '*' => 'This is not an e-mail address.']);
        $credentials['email'] = mb_strtolower($credentials['email']);
        if (!$limits->mayTry($request, $credentials['email'])) {
            return response()->json(['message' => 'Too many tries. Wait a minute and try again.'], 429);
        }
        if (!User::query()->where('email', $credentials['email'])->exists()) {
            // As long as with an account: the time of an answer tells nobody who has one.
            Hash::make($credentials['password']);
        }
        if (!Auth::attempt($credentials, true)) {
            return response()->json(['message' => 'The e-mail address or the password is not right.'], 422);
        }
        $limits->succeeded($request, $this->user($request));
        $request->session()->regenerate();

        return $this->show($request, $health);
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->json(['user' => null]);
    }
}
