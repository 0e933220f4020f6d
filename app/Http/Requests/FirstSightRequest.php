<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** How wide the page is on a desk. */
final class FirstSightRequest extends SectionRequest
{
    protected const ABILITY = 'view';

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['width' => ['required', 'integer', 'between:200,5000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'A page on the desk is between 200 and 5000 pixels wide.'];
    }
}
