<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\Wording;
use UprightPencil\Settings\Profile;

/** What a class can do, as the Class screen sends it. */
final class ClassRequest extends FormRequest
{
    public function authorize(): bool
    {
        return $this->user() !== null;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $rules = [
            'about' => ['sometimes', 'string', 'max:20'],
            'shelf' => ['sometimes', 'nullable', 'integer', 'min:0', 'max:999999999999'],
            'profile' => ['required', Rule::enum(Profile::class)],
            'schools' => ['required', 'array'],
            'sizes' => ['required', 'array'],
            'density' => ['required', Rule::enum(Density::class)],
            'bows' => ['sometimes', Rule::enum(BowDensity::class)],
            'wording' => ['required', Rule::enum(Wording::class)],
            'namesNotes' => ['sometimes', 'boolean'],
        ];
        foreach (PlanOptions::allChoices() as $key => $values) {
            // Who does not know of a question leaves it at its default.
            $rules["schools.{$key}"] = ['sometimes', Rule::in($values)];
        }
        foreach (Fingerboard::LENGTHS as $instrument => $lengths) {
            $rules["sizes.{$instrument}"] = ['required', Rule::in(array_map(strval(...), array_keys($lengths)))];
        }

        return $rules;
    }

    /** @return array<string, mixed> what was chosen, checked */
    public function settings(): array
    {
        /** @var array<string, mixed> $settings */
        $settings = $this->validated();

        return $settings;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'One of these choices is not known here. Load the page again and choose once more.'];
    }
}
