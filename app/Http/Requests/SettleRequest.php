<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** An answer to a proposal, or a decision of an open choice. */
final class SettleRequest extends SectionRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'key' => ['required', 'string', 'max:300'],
            'answer' => ['required', 'string', 'in:take,decline,choose'],
            'choice' => ['nullable', 'integer', 'min:0', 'max:9'],
            'seen' => ['required', 'integer', 'min:0', 'max:9007199254740991'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            '*' => 'This cannot be settled so. Load the page again and press once more.',
        ];
    }
}
