<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Practice\LineChoice;
use Illuminate\Foundation\Http\FormRequest;

/** Which practice lines a section works, in which order, and up to which tempo. */
final class PracticeRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'lines' => ['present', 'nullable', 'list', 'max:' . LineChoice::MOST],
            'lines.*' => ['string', 'max:120', 'regex:~^[a-z-]+@[A-Za-z_][A-Za-z0-9_.-]*$~', 'distinct'],
            'goals' => ['sometimes', 'array', 'max:' . LineChoice::MOST],
            'goals.*' => ['integer', 'between:20,400'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'lines.max' => 'More than ' . LineChoice::MOST . ' lines are no practice plan.',
            'lines.*.distinct' => 'A line is there twice.',
            'goals.*' => 'A goal is a tempo from 20 to 400 quarter notes a minute.',
            '*' => 'Lines are named by their keys, in their order; without them they are worked out.',
        ];
    }

    public function choice(): LineChoice
    {
        $lines = $this->input('lines');
        $goals = [];
        foreach ($this->array('goals') as $key => $goal) {
            if (is_numeric($goal)) {
                $goals[(string) $key] = (int) $goal;
            }
        }

        return new LineChoice(is_array($lines) ? array_values(array_filter($lines, is_string(...))) : null, $goals);
    }
}
