<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Piece;
use Illuminate\Auth\Access\Response;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use UprightPencil\Rehearsal\Heard\HeardKind;

/** Something that was heard at a measure. */
final class HeardRequest extends PieceRequest
{
    protected const ABILITY = 'propose';
    /** Days that something may have waited in a phone without a network. */
    private const LATEST_DAYS = 60;

    /** Who works on some of the parts may say what was heard from these. */
    public function authorize(): Response
    {
        $piece = $this->route('piece');
        $sections = $piece instanceof Piece ? $piece->sections->whereIn('id', $this->sections()) : [];
        $areTheirs = count($sections) > 0;
        foreach ($sections as $section) {
            $areTheirs = $areTheirs && Gate::allows('propose', $section);
        }

        return $areTheirs ? Response::allow() : parent::authorize();
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'measure' => ['required', 'string', 'max:40'],
            'note' => ['nullable', 'string', 'max:80', 'regex:~^[A-Za-z_][A-Za-z0-9_.-]*$~'],
            'sections' => ['present', 'list', 'max:100'],
            'sections.*' => ['integer', 'min:1', 'max:999999999999999999'],
            'kind' => ['required', Rule::enum(HeardKind::class)],
            'text' => ['nullable', 'string', 'max:300', 'required_if:kind,' . HeardKind::Words->value],
            'token' => ['nullable', 'string', 'regex:~^[A-Za-z0-9-]{8,40}$~'],
            'date' => ['nullable', 'integer', 'min:1', 'max:999999999999999999'],
            'at' => ['bail', 'nullable', 'string', 'date'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'measure.*' => 'Say in which measure it was.',
            'kind.*' => 'Say what was heard: choose one, or say it in words.',
            'text.required_if' => 'Say in words what was heard.',
            'text.*' => 'Say it in 300 letters or fewer.',
            '*' => 'This is not understood. Load the page again.',
        ];
    }

    /** When it was heard: what a phone kept for later says so itself. */
    public function heardAt(): Carbon
    {
        $now = Carbon::now();
        $at = $this->filled('at') ? Carbon::parse($this->string('at')->value()) : $now;

        return $at->isAfter($now) || $at->isBefore($now->copy()->subDays(self::LATEST_DAYS)) ? $now : $at;
    }

    public function words(): string
    {
        return $this->string('text')->squish()->value();
    }

    /** @return list<int> */
    public function sections(): array
    {
        return array_values(array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->array('sections')));
    }
}
