<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** The password, so that nobody else ends an account. */
final class CloseAccountRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'password' => ['bail', 'required', 'string', 'max:200', 'current_password'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            '*' => 'The password is not right. Nothing was deleted.',
        ];
    }
}
