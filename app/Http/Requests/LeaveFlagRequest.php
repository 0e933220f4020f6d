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
            'reason' => ['nullable', 'string', 'max:200'],
            'label' => ['nullable', 'string', 'max:120'],
        ];
    }

    /** What is left, in words. */
    public function label(): string
    {
        return $this->string('label')->trim()->value() ?: 'a flag';
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'reason.*' => 'Say why in 200 letters or fewer.',
            '*' => 'Say what is left as it is.',
        ];
    }
}
