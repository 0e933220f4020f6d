<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Piece;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** Pencil lines for several parts of a piece, as one act. */
final class TogetherRequest extends FormRequest
{
    public function authorize(): bool
    {
        $piece = $this->route('piece');
        if (!$piece instanceof Piece) {
            return false;
        }
        Gate::authorize('view', $piece);
        $ids = array_column($this->parts(), 'section');
        foreach ($piece->sections->whereIn('id', $ids) as $section) {
            Gate::authorize('propose', $section);
        }

        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'parts' => ['required', 'array', 'min:1', 'max:100'],
            'parts.*.section' => ['required', 'integer', 'min:1', 'max:999999999999999999'],
            'parts.*.lines' => ['required', 'string', 'max:20000'],
            'seen' => ['nullable', 'integer', 'min:0', 'max:9007199254740991'],
            'label' => ['nullable', 'string', 'max:160'],
        ];
    }

    /** @return list<array{section: int, lines: string}> */
    public function parts(): array
    {
        $parts = [];
        foreach ($this->array('parts') as $part) {
            if (is_array($part) && is_numeric($part['section'] ?? null) && is_string($part['lines'] ?? null)) {
                $parts[] = ['section' => (int) $part['section'], 'lines' => $part['lines']];
            }
        }

        return $parts;
    }

    public function seen(): int
    {
        return $this->integer('seen');
    }

    public function label(): string
    {
        return $this->string('label')->trim()->value() ?: 'the same in several parts';
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'These marks are not understood. Load the page again and make them once more.'];
    }
}
