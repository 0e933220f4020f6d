<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\SignInLimits;
use App\Http\Contract\Answers;
use App\Http\Requests\SignInRequest;
use App\Http\Resources\UserResource;
use App\Models\User;
use App\Server\Health;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Hash;

final class SessionController extends Controller
{
    #[Answers('array{user: UserRow|null, first: bool, notice: string|null}')]
    public function show(Request $request, Health $health): JsonResponse
    {
        $user = $request->user();

        return response()->json([
            'user' => $user instanceof User ? UserResource::of($user) : null,
            // The first visit of all sets up the first director.
            'first' => $user === null && !User::query()->exists(),
            'notice' => $health->notice(),
        ]);
    }

    #[Answers('array{user: UserRow|null, first: bool, notice: string|null}')]
    public function store(SignInRequest $request, SignInLimits $limits, Health $health): JsonResponse
    {
        $credentials = [
            'email' => mb_strtolower($request->string('email')->value()),
            'password' => $request->string('password')->value(),
        ];
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

    #[Answers('array{user: null}')]
    public function destroy(Request $request): JsonResponse
    {
        Auth::logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->json(['user' => null]);
    }
}
