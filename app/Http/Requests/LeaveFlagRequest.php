<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A flag that is left as it is, or not any more. */
final class LeaveFlagRequest extends SectionRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'key' => ['required', 'string', 'max:200'],
            'leave' => ['required', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            '*' => 'Say what is left as it is.',
        ];
    }
}
