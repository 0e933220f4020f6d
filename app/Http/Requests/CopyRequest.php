<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Section;
use Illuminate\Foundation\Http\FormRequest;
use UprightPencil\Music\Fraction;
use UprightPencil\Sections\MarkCopy;

/** A stretch whose marks are carried elsewhere: moments are quarter notes from the start of the score, as fractions. */
final class CopyRequest extends FormRequest
{
    public function authorize(): bool
    {
        $section = $this->route('section');

        return $section instanceof Section && ($this->user()?->can('edit', $section->piece) ?? false);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $moment = ['required', 'regex:~^\d{1,6}(/\d{1,4})?$~'];

        return [
            'from' => ['required', 'integer'],
            'start' => $moment,
            'until' => $moment,
            'onto' => $moment,
            'what' => ['required', 'in:bowings,fingers,all'],
            'look' => ['nullable', 'boolean'],
            'seen' => ['nullable', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'Choose a stretch first, then the place where its marks are to stand.'];
    }

    public function giver(Section $section): Section
    {
        return Section::query()->where('piece_id', $section->piece_id)->findOrFail($this->integer('from'));
    }

    public function moment(string $name): Fraction
    {
        return Fraction::parse($this->string($name)->value());
    }

    /** @return list<string>|null */
    public function slots(): ?array
    {
        return match ($this->string('what')->value()) {
            'bowings' => MarkCopy::BOWINGS,
            'fingers' => MarkCopy::FINGERS,
            default => null,
        };
    }

    public function label(): string
    {
        return 'copy ' . match ($this->string('what')->value()) {
            'all' => 'marks',
            default => $this->string('what')->value(),
        };
    }
}
