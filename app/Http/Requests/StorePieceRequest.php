<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use UprightPencil\Music\Instrument;

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
            'parts' => ['nullable', 'array', 'max:200'],
            'parts.*.id' => ['required', 'string', 'max:200'],
            'parts.*.instrument' => ['present', 'nullable', Rule::enum(Instrument::class)],
        ];
    }

    /** @return array<string, Instrument|null> what each part is for, by its id; null for one that is left out */
    public function choices(): array
    {
        $choices = [];
        foreach ($this->collect('parts') as $part) {
            if (is_array($part) && is_string($part['id'] ?? null)) {
                $instrument = $part['instrument'] ?? null;
                $choices[$part['id']] = is_string($instrument) ? Instrument::from($instrument) : null;
            }
        }

        return $choices;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.*' => 'A title has at most 120 letters.',
            'lesson.*' => 'A lesson’s number lies between 1 and 999.',
            'shelf.*' => 'Choose a shelf of yours first.',
            ...array_fill_keys(
                ['parts.*', 'parts.*.*.*'],
                'A part is for violin, viola, cello, bass or another instrument, or it is left out.',
            ),
            '*' => 'This score was not looked at. Choose the file again.',
        ];
    }
}
