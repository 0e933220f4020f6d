<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Section;
use UprightPencil\Marks\MarkGroup;
use UprightPencil\Music\Fraction;

/** A stretch whose marks are carried elsewhere: moments are quarter notes from the start of the score, as fractions. */
final class CopyRequest extends SectionRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $moment = ['required', 'string', 'regex:~^\d{1,6}(/[1-9]\d{0,3})?$~D'];

        return [
            'from' => ['required', 'integer', 'min:1', 'max:999999999999'],
            'start' => $moment,
            'until' => $moment,
            'onto' => $moment,
            'what' => ['required', 'string', 'in:bowings,fingers,all'],
            'look' => ['nullable', 'boolean'],
            'seen' => ['nullable', 'integer', 'min:0', 'max:9007199254740991'],
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

    /** What is carried; null for every mark. */
    public function group(): ?MarkGroup
    {
        return match ($this->string('what')->value()) {
            'bowings' => MarkGroup::Bow,
            'fingers' => MarkGroup::Hand,
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
