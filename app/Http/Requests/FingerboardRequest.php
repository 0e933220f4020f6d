<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Paper\Paper;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use UprightPencil\Fingering\Hand\Fingerboard;

/** Which card: an instrument, its size and a position. */
final class FingerboardRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'instrument' => ['required', Rule::in(array_keys(Fingerboard::LENGTHS))],
            'size' => ['required', 'string', 'max:8'],
            'position' => ['required', 'string', 'max:8'],
            'paper' => ['nullable', Rule::enum(Paper::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            '*' => 'Choose an instrument, its size and a position.',
        ];
    }
}
