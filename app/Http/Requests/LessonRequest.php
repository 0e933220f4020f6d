<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Lessons\LessonNotes;
use App\Models\Piece;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** What a director says of a lesson. */
final class LessonRequest extends FormRequest
{
    public function authorize(): bool
    {
        $piece = $this->route('piece');
        if (!$piece instanceof Piece) {
            return false;
        }
        Gate::authorize('manage', $piece);

        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'lesson' => ['nullable', 'integer', 'min:1', 'max:999'],
            'page' => ['nullable', 'integer', 'min:1', 'max:9999'],
            'muted' => ['nullable', 'array', 'max:200'],
            'muted.*' => ['string', 'max:200'],
            'words' => ['nullable', 'array', 'max:200'],
            'words.*' => ['nullable', 'string', 'max:80'],
            'steps' => ['nullable', 'array', 'max:10'],
            'steps.*' => ['string', 'max:20'],
        ];
    }

    public function hasNotes(): bool
    {
        return $this->hasAny(['muted', 'words', 'steps']);
    }

    /** What is said now, with what was said before where nothing new is. */
    public function notes(Piece $piece): LessonNotes
    {
        $told = LessonNotes::of($piece)->toArray();
        foreach (['muted', 'words', 'steps'] as $name) {
            $told[$name] = $this->has($name) ? $this->array($name) : $told[$name];
        }

        return LessonNotes::from($told);
    }

    /** What it does, for the history. */
    public function label(Piece $piece): string
    {
        return match (true) {
            $this->has('steps') => "first steps of “{$piece->title}”",
            $this->has('muted') => "what is told as new in “{$piece->title}”",
            $this->has('words') => "what is new in “{$piece->title}”, in other words",
            default => "number and page of “{$piece->title}”",
        };
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'lesson.*' => 'A lesson’s number lies between 1 and 999.',
            'page.*' => 'A page’s number lies between 1 and 9999.',
            'words.*' => 'What is new is said in at most 80 letters.',
            '*' => 'This did not arrive as it should. Load the page again.',
        ];
    }
}
