<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Shelf;
use App\Models\User;
use App\Plans\ClassSettings;
use Illuminate\Foundation\Http\FormRequest;
use UprightPencil\Lessons\TypedPiece;

/** Music that is typed. */
final class TypedRequest extends FormRequest
{
    /** More letters than any tune has; what is longer is told by the reader. */
    public const LETTERS = 70_000;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'typed' => ['required', 'array'],
            'typed.abc' => ['present', 'nullable', 'string', 'max:' . self::LETTERS],
            'shown' => ['nullable', 'string', 'max:64'],
            'shelf' => ['nullable', 'integer', 'min:1', 'max:999999999999'],
            'title' => ['nullable', 'string', 'max:120'],
            'lesson' => ['nullable', 'integer', 'min:1', 'max:999'],
            'page' => ['nullable', 'integer', 'min:1', 'max:9999'],
            'news' => ['nullable', 'boolean'],
            'seen' => ['nullable', 'integer', 'min:0', 'max:9007199254740991'],
        ];
    }

    public function piece(): TypedPiece
    {
        return TypedPiece::from($this->array('typed'));
    }

    /** The shelf it stands on or is meant for, if it is the user's. */
    public function shelf(): ?Shelf
    {
        $user = $this->user();
        if (!$user instanceof User || $this->integer('shelf') === 0) {
            return null;
        }
        /** @var Shelf|null $shelf */
        $shelf = $user->shelves()->whereKey($this->integer('shelf'))->first();

        return $shelf;
    }

    /** What the class can do that will play it. */
    public function settings(User $user): ClassSettings
    {
        return ClassSettings::from($this->shelf()->settings ?? $user->settings ?? []);
    }

    public function number(): ?int
    {
        return $this->filled('lesson') ? $this->integer('lesson') : null;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'typed.abc.max' => 'This is longer than any tune. Type it in pieces.',
            'title.*' => 'A title has at most 120 letters.',
            'lesson.*' => 'A lesson’s number lies between 1 and 999.',
            'page.*' => 'A page’s number lies between 1 and 9999.',
            'shelf.*' => 'Choose a shelf of yours first.',
            '*' => 'What was typed did not arrive. Type one letter more, or load the page again: your draft is kept.',
        ];
    }
}
