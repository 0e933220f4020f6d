<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Marks to put (as pencil lines) and to take away (by key). */
final class MarkRequest extends SectionRequest
{
    protected const ABILITY = 'propose';

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'lines' => ['nullable', 'string', 'max:60000'],
            'takes' => ['nullable', 'array', 'max:2000'],
            'takes.*' => ['string', 'max:300'],
            'seen' => ['nullable', 'integer', 'min:0', 'max:9007199254740991'],
            'label' => ['nullable', 'string', 'max:120'],
            'propose' => ['nullable', 'boolean'],
            'anyway' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'lines.max' => 'These are more lines than can be taken at once. Paste them in two halves.',
            '*' => 'These marks are not understood. Load the page again and make them once more.',
        ];
    }

    public function lines(): string
    {
        return $this->string('lines')->value();
    }

    /** @return list<string> */
    public function takes(): array
    {
        return array_values(array_filter($this->array('takes'), is_string(...)));
    }

    public function seen(): int
    {
        return $this->integer('seen');
    }

    public function label(): string
    {
        return $this->string('label')->value() ?: mb_substr(trim(strtok($this->lines(), "\n") ?: 'change marks'), 0, 120);
    }
}
