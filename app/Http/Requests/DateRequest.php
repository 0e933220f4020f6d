<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Carbon;
use Illuminate\Validation\Rule;
use UprightPencil\Rehearsal\Planning\PlanWishes;

/** When a rehearsal or a concert is, and how long. */
final class DateRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::in(['rehearsal', 'concert'])],
            'date' => ['bail', 'required', 'string', 'date_format:Y-m-d', 'after:1999-12-31', 'before:2100-01-01'],
            'time' => ['bail', 'required', 'string', 'date_format:H:i'],
            'minutes' => ['required', 'integer', 'between:1,' . PlanWishes::MOST_MINUTES],
            'title' => ['nullable', 'string', 'max:120'],
            'place' => ['nullable', 'string', 'max:120'],
            // Every week again, so many times.
            'weeks' => ['nullable', 'integer', 'between:1,40'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'date.*' => 'Say on which day, such as 2026-12-03.',
            'time.*' => 'Say when it begins, such as 14:05.',
            'minutes.*' => 'It lasts from 1 to ' . PlanWishes::MOST_MINUTES . ' minutes.',
            'weeks.*' => 'Up to 40 weeks at once.',
            'title.*' => 'Its name has at most 120 letters.',
            'place.*' => 'The place has at most 120 letters.',
            '*' => 'Say whether it is a rehearsal or a concert.',
        ];
    }

    public function startsAt(): Carbon
    {
        return Carbon::parse("{$this->string('date')->value()} {$this->string('time')->value()}");
    }

    /** @return array{kind: 'rehearsal'|'concert', title: string, place: string, minutes: int} what it is beside its time */
    public function fields(): array
    {
        return [
            'kind' => $this->string('kind')->value() === 'concert' ? 'concert' : 'rehearsal',
            'title' => $this->string('title')->trim()->value(),
            'place' => $this->string('place')->trim()->value(),
            'minutes' => $this->integer('minutes'),
        ];
    }
}
