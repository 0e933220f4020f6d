<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A score that was looked at, to be laid over a piece as its corrected edition. */
final class CorrectionRequest extends PieceRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'token' => ['required', 'string', 'alpha_num:ascii', 'size:40'],
            'file' => ['required', 'string', 'max:200'],
            'revision' => ['nullable', 'integer', 'min:0', 'max:2147483647'],
            'keep' => ['nullable', 'array', 'max:20000'],
            'keep.*' => ['integer', 'min:1', 'max:999999999999'],
        ];
    }

    /** @return list<int> rows of the marks that go to the new place that was found for them */
    public function kept(): array
    {
        $kept = [];
        foreach ($this->collect('keep') as $row) {
            if (is_numeric($row)) {
                $kept[] = (int) $row;
            }
        }

        return $kept;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'keep.*' => 'Which marks are kept is told by their numbers.',
            'keep.*.*' => 'Which marks are kept is told by their numbers.',
            '*' => 'This score was not looked at. Choose the file again.',
        ];
    }
}
