<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\NewPassword;
use Illuminate\Foundation\Http\FormRequest;

/** A password chosen by the letter that was sent. */
final class ChoosePasswordRequest extends FormRequest
{
    public const OVER = 'This letter is too old, or was used already. Ask for a new one.';

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'email' => ['required', 'string', 'email', 'max:120'],
            'token' => ['required', 'string', 'max:100'],
            'name' => ['nullable', 'string', 'max:80'],
            'password' => ['required', 'string', new NewPassword()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'password.required' => 'Choose a password.',
            'password.string' => 'Choose a password.',
            'email.*' => self::OVER,
            'token.*' => self::OVER,
        ];
    }
}
