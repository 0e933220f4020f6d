<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What the owner changes about a piece itself. */
final class UpdatePieceRequest extends PieceRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'title' => ['sometimes', 'required', 'string', 'max:120'],
            'archived' => ['sometimes', 'boolean'],
            'shelf' => ['sometimes', 'integer', 'min:1', 'max:999999999999'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.required' => 'A piece needs a title.',
            'title.*' => 'A title has at most 120 letters.',
            '*' => 'Choose a shelf of yours.',
        ];
    }
}
