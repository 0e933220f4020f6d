<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\FirstCode;
use App\Accounts\SignInLimits;
use App\Http\Contract\Answers;
use App\Http\Requests\FirstRequest;
use App\Http\Resources\UserResource;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

/** The first visit of all: the first director sets up an account, with the code the server printed. */
final class FirstController extends Controller
{
    #[Answers('array{user: UserRow}')]
    public function store(FirstRequest $request, FirstCode $code, SignInLimits $limits): JsonResponse
    {
        if (!$limits->mayTry($request, 'the first director')) {
            return response()->json(['message' => 'Too many tries. Wait a minute and try again.'], 429);
        }
        if (!$code->is($request->string('code')->value())) {
            return response()->json(['message' => 'This is not the code that the server printed. ./pencil code prints it again.'], 422);
        }
        $user = DB::connection()->transaction(static fn (): ?User => User::query()->exists() ? null : User::query()->create([
            'name' => trim($request->string('name')->value()),
            'email' => mb_strtolower($request->string('email')->value()),
            'password' => $request->string('password')->value(),
        ]), 3);
        if ($user === null) {
            return response()->json(['message' => 'Somebody was first already. Ask them for an invitation.'], 409);
        }
        $code->forget();
        Auth::login($user, true);
        $request->session()->regenerate();

        return response()->json(['user' => UserResource::of($user)], 201);
    }
}
