<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A co-teacher asked to help with a piece. */
final class StoreShareRequest extends PieceRequest
{
    use TakesRight;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'email' => ['required', 'string', 'email', 'max:120'],
            'all' => ['nullable', 'boolean'],
            ...self::rightRules(),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.*' => 'Type the co-teacher’s e-mail address.',
            ...self::rightMessages(),
        ];
    }
}
