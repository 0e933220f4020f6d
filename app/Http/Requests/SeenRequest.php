<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** That a page was opened, and whether its list is finished. */
final class SeenRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'reader' => ['required', 'string', 'regex:/\A[A-Za-z0-9]{16,40}\z/'],
            'finished' => ['nullable', 'integer', 'min:1', 'max:100000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['reader.*' => 'This page does not say which browser it is in.', 'finished.*' => 'A list is finished of an edition.'];
    }

    public function reader(): string
    {
        return $this->string('reader')->value();
    }

    /** Number of the edition whose list is finished; null when it is not. */
    public function finished(): ?int
    {
        return $this->integer('finished') ?: null;
    }
}
