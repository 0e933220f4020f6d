<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A desk asks what is new, and says where it is. */
final class NowRequest extends SectionRequest
{
    protected const ABILITY = 'view';

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'revision' => ['required', 'integer', 'min:0', 'max:2147483647'],
            'measure' => ['required', 'integer', 'min:0', 'max:100000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'This desk does not say what it shows. Load the page again.'];
    }
}
