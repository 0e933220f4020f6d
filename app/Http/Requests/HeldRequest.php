<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Resources\RehearsalResource;
use App\Rehearsal\DateWishes;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\PlanWishes;

/**
 * What was done in a rehearsal.
 *
 * @phpstan-import-type DoneEntry from RehearsalResource
 */
final class HeldRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'done' => ['present', 'list', 'max:' . DateWishes::MOST],
            'done.*' => ['array'],
            'done.*.kind' => ['required', Rule::enum(EntryKind::class)],
            'done.*.piece' => ['required', 'integer', 'min:1', 'max:999999999999999999'],
            'done.*.from' => ['required', 'string', 'max:40'],
            'done.*.to' => ['required', 'string', 'max:40'],
            'done.*.minutes' => ['required', 'integer', 'between:0,' . PlanWishes::MOST_MINUTES],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'What was done is not understood. Load the page again.'];
    }

    /** @return list<DoneEntry> */
    public function done(): array
    {
        $done = [];
        foreach ($this->array('done') as $one) {
            if (is_array($one) && is_string($one['kind']) && is_string($one['from']) && is_string($one['to'])) {
                $done[] = [
                    'kind' => $one['kind'],
                    'piece' => is_numeric($one['piece']) ? (int) $one['piece'] : 0,
                    'from' => $one['from'],
                    'to' => $one['to'],
                    'minutes' => is_numeric($one['minutes']) ? (int) $one['minutes'] : 0,
                ];
            }
        }

        return $done;
    }
}
