<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\RateLimiter;

final class SessionController extends Controller
{
    private const TRIES = 8;

    public function show(Request $request): JsonResponse
    {
        $user = $request->user();

        return response()->json(['user' => $user === null ? null : $request->user()?->only('id', 'name', 'email')]);
    }

    public function store(Request $request): JsonResponse
    {
        $credentials = $request->validate([
            'email' => ['required', 'email'],
            'password' => ['required', 'string'],
        ], ['required' => 'Type your e-mail address and your password.', 'email' => 'This is not an e-mail address.']);
        $throttle = 'sign-in:' . mb_strtolower($request->string('email')->value()) . $request->ip();
        if (RateLimiter::tooManyAttempts($throttle, self::TRIES)) {
            return response()->json(['message' => 'Too many tries. Wait a minute and try again.'], 429);
        }
        if (!Auth::attempt($credentials, true)) {
            RateLimiter::hit($throttle);

            return response()->json(['message' => 'The e-mail address or the password is not right.'], 422);
        }
        RateLimiter::clear($throttle);
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->json(['user' => null]);
    }
}
