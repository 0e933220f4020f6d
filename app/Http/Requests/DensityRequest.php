<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/** How many fingers, or how many directions of the bow, the page of a section shows. */
final class DensityRequest extends SectionRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'density' => [$this->has('bows') ? 'sometimes' : 'present', 'nullable', Rule::enum(Density::class)],
            'bows' => ['sometimes', 'nullable', Rule::enum(BowDensity::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'density' => 'Choose how many fingers the page shows.',
            'bows' => 'Choose how many bow signs the page shows.',
        ];
    }
}
