<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\History\Scope;
use App\History\Topic;
use App\Models\Piece;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;

/** On which screen something is taken back or done again, and what it was told to be. */
final class HistoryRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'piece' => ['nullable', 'integer', 'min:1', 'max:999999999999999999'],
            'on' => ['nullable', Rule::in([Topic::Rack->value, Topic::OfClass->value, Topic::Rehearsal->value])],
            'named' => ['nullable', 'integer', 'min:1', 'max:999999999999999999'],
        ];
    }

    public function scope(): Scope
    {
        if (!$this->filled('piece')) {
            return Scope::topic($this->enum('on', Topic::class) ?? Topic::Rack);
        }
        $piece = Piece::query()->findOrFail($this->integer('piece'));
        Gate::authorize('view', $piece);

        return Scope::piece($piece);
    }

    public function named(): ?int
    {
        return $this->integer('named') ?: null;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'Say on which screen something is taken back.'];
    }
}
