<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use UprightPencil\Music\Instrument;

/** A line of strings and fingers. */
final class FingerLineRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'line' => ['present', 'nullable', 'string', 'max:4000'],
            'abc' => ['nullable', 'string', 'max:70000'],
            'instrument' => ['nullable', Rule::enum(Instrument::class)],
            'counts' => ['nullable', 'integer', 'min:0', 'max:32'],
            'pickup' => ['nullable', 'integer', 'min:0', 'max:32'],
        ];
    }

    public function instrument(): Instrument
    {
        $instrument = $this->enum('instrument', Instrument::class) ?? Instrument::Violin;

        return $instrument->isBowed() ? $instrument : Instrument::Violin;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['line.*' => 'A line has at most 4000 letters.', '*' => 'This line did not arrive. Type it once more.'];
    }
}
