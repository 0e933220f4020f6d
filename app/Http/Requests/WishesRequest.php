<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Rehearsal\DateWishes;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use UprightPencil\Rehearsal\Planning\BeginWith;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\PlanWishes;

/** What a director asks of a rehearsal's plan. */
final class WishesRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'minutes' => ['required', 'integer', 'between:1,' . PlanWishes::MOST_MINUTES],
            'begin' => ['required', Rule::enum(BeginWith::class)],
            'pieces' => ['present', 'nullable', 'list', 'max:200'],
            'pieces.*' => ['integer', 'min:1', 'max:999999999999999999'],
            'fixed' => ['present', 'list', 'max:' . DateWishes::MOST],
            'fixed.*' => ['array'],
            'fixed.*.kind' => ['required', Rule::enum(EntryKind::class)],
            'fixed.*.piece' => ['required', 'integer', 'min:1', 'max:999999999999999999'],
            'fixed.*.from' => ['required', 'string', 'max:40'],
            'fixed.*.to' => ['required', 'string', 'max:40'],
            'fixed.*.minutes' => ['required', 'integer', 'between:1,' . PlanWishes::MOST_MINUTES],
            'fixed.*.place' => ['required', 'integer', 'between:0,' . DateWishes::MOST],
            'dropped' => ['present', 'list', 'max:' . DateWishes::MOST],
            'dropped.*' => ['string', 'max:80'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'minutes.*' => 'A rehearsal lasts from 1 to ' . PlanWishes::MOST_MINUTES . ' minutes.',
            'fixed.*.minutes.*' => 'What is set takes from 1 to ' . PlanWishes::MOST_MINUTES . ' minutes.',
            'fixed.max' => 'More than ' . DateWishes::MOST . ' things are no rehearsal.',
            'dropped.max' => 'More than ' . DateWishes::MOST . ' things are no rehearsal.',
            '*' => 'This plan is not understood. Load the page again.',
        ];
    }

    public function wishes(): DateWishes
    {
        $pieces = $this->input('pieces');
        $fixed = [];
        foreach ($this->array('fixed') as $one) {
            $one = is_array($one) ? $one : [];
            $fixed[] = [
                ...$one,
                'piece' => is_numeric($one['piece'] ?? null) ? (int) $one['piece'] : 0,
                'minutes' => is_numeric($one['minutes'] ?? null) ? (int) $one['minutes'] : 1,
                'place' => is_numeric($one['place'] ?? null) ? (int) $one['place'] : 0,
            ];
        }

        return DateWishes::from([
            'begin' => $this->string('begin')->value(),
            'pieces' => is_array($pieces) ? array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $pieces) : null,
            'fixed' => $fixed,
            'dropped' => $this->array('dropped'),
        ]);
    }
}
