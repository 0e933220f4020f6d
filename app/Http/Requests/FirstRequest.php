<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\NewPassword;
use Illuminate\Foundation\Http\FormRequest;

/** The first director, with the code that the server printed. */
final class FirstRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'code' => ['required', 'string', 'max:20'],
            'name' => ['required', 'string', 'max:80'],
            'email' => ['required', 'string', 'email', 'max:120'],
            'password' => ['required', 'string', new NewPassword()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'code.*' => 'Type the code that the server printed when it was started.',
            'name.*' => 'Type your name.',
            'email.*' => 'Type your e-mail address.',
            'password.required' => 'Choose a password.',
            'password.string' => 'Choose a password.',
        ];
    }
}
