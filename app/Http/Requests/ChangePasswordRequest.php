<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\NewPassword;
use Illuminate\Foundation\Http\FormRequest;

/** The password one has, and the one to have. */
final class ChangePasswordRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'current' => ['bail', 'required', 'string', 'max:200', 'current_password'],
            'password' => ['required', 'string', new NewPassword()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'password.required' => 'Choose a password.',
            'password.string' => 'Choose a password.',
            'current.*' => 'The password you have now is not right.',
        ];
    }
}
