<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use UprightPencil\Printing\Density;

/** How many fingers the page of a section shows. */
final class DensityRequest extends SectionRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'density' => ['present', 'nullable', Rule::enum(Density::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'density' => 'Choose how many fingers the page shows.',
        ];
    }
}
