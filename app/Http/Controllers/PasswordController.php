<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\NewPassword;
use App\Accounts\SignIns;
use App\Jobs\SendPasswordLetter;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Password;
use Illuminate\Validation\ValidationException;

/** Choosing a password by letter, and changing it. */
final class PasswordController extends Controller
{
    private const OVER = 'This letter is too old, or was used already. Ask for a new one.';
    private const CHOOSE = ['password.required' => 'Choose a password.', 'password.string' => 'Choose a password.'];

    /** Asks for the letter with which a new password is chosen. The answer is the same whether there is an account or not. */
    public function letter(Request $request): JsonResponse
    {
        $data = $request->validate(['email' => ['required', 'string', 'email', 'max:120']], ['*' => 'Type your e-mail address.']);
        SendPasswordLetter::dispatch($data['email']);

        return response()->json(['message' => "If {$data['email']} has an account here, a letter is on its way to it."], 202);
    }

    /** Chooses a password by the letter, and signs in. */
    public function choose(Request $request, SignIns $signIns): JsonResponse
    {
        $data = $request->validate([
            'email' => ['required', 'string', 'email', 'max:120'],
            'token' => ['required', 'string', 'max:100'],
            'name' => ['nullable', 'string', 'max:80'],
            'password' => ['required', 'string', new NewPassword()],
        ], [...self::CHOOSE, 'email.*' => self::OVER, 'token.*' => self::OVER]);
        $status = Password::broker()->reset(
            ['email' => mb_strtolower($data['email']), 'token' => $data['token'], 'password' => $data['password']],
            function (User $user, string $password) use ($data, $signIns): void {
                $user->fill(['password' => $password, 'name' => trim($data['name'] ?? '') ?: $user->name]);
                $signIns->endAll($user);
                Auth::login($user, true);
            },
        );
        if ($status !== Password::PasswordReset) {
            throw ValidationException::withMessages(['token' => self::OVER]);
        }
        $request->session()->regenerate();

        return response()->json(['user' => $this->user($request)->only('id', 'name', 'email')]);
    }

    public function change(Request $request, SignIns $signIns): JsonResponse
    {
        $data = $request->validate([
            'current' => ['bail', 'required', 'string', 'max:200', 'current_password'],
            'password' => ['required', 'string', new NewPassword()],
        ], [...self::CHOOSE, 'current.*' => 'The password you have now is not right.']);
        $user = $this->user($request);
        $user->password = $data['password'];
        $signIns->endOthers($user, $request->session()->getId());
        Auth::login($user, true);
        $request->session()->regenerate();

        return response()->json(['message' => 'Your password is changed. Every other place where you were signed in was signed out.']);
    }
}
