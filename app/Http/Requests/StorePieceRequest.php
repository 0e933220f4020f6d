<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** A score that was looked at, to be kept. */
final class StorePieceRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'token' => ['required', 'string', 'alpha_num:ascii', 'size:40'],
            'file' => ['required', 'string', 'max:200'],
            'title' => ['nullable', 'string', 'max:120'],
            'shelf' => ['required', 'integer', 'min:1', 'max:999999999999'],
            'lesson' => ['nullable', 'integer', 'min:1', 'max:999'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.*' => 'A title has at most 120 letters.',
            'lesson.*' => 'A lesson’s number lies between 1 and 999.',
            'shelf.*' => 'Choose a shelf of yours first.',
            '*' => 'This score was not looked at. Choose the file again.',
        ];
    }
}
