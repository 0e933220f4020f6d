<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\FirstCode;
use App\Accounts\NewPassword;
use App\Accounts\SignInLimits;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

/** The first visit of all: the first director sets up an account, with the code the server printed. */
final class FirstController extends Controller
{
    public function store(Request $request, FirstCode $code, SignInLimits $limits): JsonResponse
    {
        $data = $request->validate([
            'code' => ['required', 'string', 'max:20'],
            'name' => ['required', 'string', 'max:80'],
            'email' => ['required', 'string', 'email', 'max:120'],
            'password' => ['required', 'string', new NewPassword()],
        ], [
            'code.*' => 'Type the code that the server printed when it was started.',
            'name.*' => 'Type your name.',
            'email.*' => 'Type your e-mail address.',
            'password.required' => 'Choose a password.', 'password.string' => 'Choose a password.',
        ]);
        if (!$limits->mayTry($request, 'the first director')) {
            return response()->json(['message' => 'Too many tries. Wait a minute and try again.'], 429);
        }
        if (!$code->is($data['code'])) {
            return response()->json(['message' => 'This is not the code that the server printed. ./pencil code prints it again.'], 422);
        }
        $user = DB::transaction(static fn (): ?User => User::query()->exists() ? null : User::query()->create([
            'name' => trim($data['name']),
            'email' => mb_strtolower($data['email']),
            'password' => $data['password'],
        ]), 3);
        if ($user === null) {
            return response()->json(['message' => 'Somebody was first already. Ask them for an invitation.'], 409);
        }
        $code->forget();
        Auth::login($user, true);
        $request->session()->regenerate();

        return response()->json(['user' => $user->only('id', 'name', 'email')], 201);
    }
}
