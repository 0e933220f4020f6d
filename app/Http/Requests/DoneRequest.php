<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Whether the bowing or the fingers of a section are done. */
final class DoneRequest extends SectionRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'what' => ['required', 'string', 'in:bow,hand'],
            'done' => ['required', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            '*' => 'Say whether the bowing or the fingers are done.',
        ];
    }
}
