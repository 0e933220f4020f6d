<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\SignIns;
use App\Http\Contract\Answers;
use App\Http\Requests\ChangePasswordRequest;
use App\Http\Requests\ChoosePasswordRequest;
use App\Http\Requests\LetterRequest;
use App\Http\Resources\UserResource;
use App\Jobs\SendPasswordLetter;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Password;
use Illuminate\Validation\ValidationException;

/** Choosing a password by letter, and changing it. */
final class PasswordController extends Controller
{
    /** Asks for the letter with which a new password is chosen. The answer is the same whether there is an account or not. */
    #[Answers('array{message: string}')]
    public function letter(LetterRequest $request): JsonResponse
    {
        $email = $request->string('email')->value();
        SendPasswordLetter::dispatch($email);

        return response()->json(['message' => "If {$email} has an account here, a letter is on its way to it."], 202);
    }

    /** Chooses a password by the letter, and signs in. */
    #[Answers('array{user: UserRow}')]
    public function choose(ChoosePasswordRequest $request, SignIns $signIns): JsonResponse
    {
        $status = Password::broker()->reset(
            [
                'email' => mb_strtolower($request->string('email')->value()),
                'token' => $request->string('token')->value(),
                'password' => $request->string('password')->value(),
            ],
            function (User $user, string $password) use ($request, $signIns): void {
                $user->fill(['password' => $password, 'name' => trim($request->string('name')->value()) ?: $user->name]);
                $signIns->endAll($user);
                Auth::login($user, true);
            },
        );
        if ($status !== Password::PasswordReset) {
            throw ValidationException::withMessages(['token' => ChoosePasswordRequest::OVER]);
        }
        $request->session()->regenerate();

        return response()->json(['user' => UserResource::of($this->user($request))]);
    }

    #[Answers('array{message: string}')]
    public function change(ChangePasswordRequest $request, SignIns $signIns): JsonResponse
    {
        $user = $this->user($request);
        $user->password = $request->string('password')->value();
        $signIns->endOthers($user, $request->session()->getId());
        Auth::login($user, true);
        $request->session()->regenerate();

        return response()->json(['message' => 'Your password is changed. Every other place where you were signed in was signed out.']);
    }
}
