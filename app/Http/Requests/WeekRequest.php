<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Paper\Paper;
use App\Paper\PaperWish;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** Which lessons are wanted on the week's page, for whom, and on which paper. */
final class WeekRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'part' => ['required', 'string', 'max:120'],
            'lessons' => ['required', 'string', 'regex:~^[0-9]{1,18}(,[0-9]{1,18}){0,39}$~'],
            'paper' => ['nullable', Rule::enum(Paper::class)],
            'large' => ['nullable', 'boolean'],
            'fingers' => ['nullable', Rule::in(['every'])],
            'names' => ['nullable', 'boolean'],
        ];
    }

    public function part(): string
    {
        return $this->string('part')->value();
    }

    /** @return list<int> ids */
    public function lessons(): array
    {
        return array_map(intval(...), explode(',', $this->string('lessons')->value()));
    }

    public function wish(): PaperWish
    {
        return new PaperWish(
            'part',
            $this->enum('paper', Paper::class) ?? Paper::A4,
            $this->boolean('large'),
            false,
            '',
            '',
            hasEveryFinger: $this->string('fingers')->value() === 'every',
            namesNotes: $this->boolean('names'),
        );
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['lessons.*' => 'Tick up to forty lessons.', 'part.*' => 'Say for which section.', '*' => 'Paper is A4 or US Letter.'];
    }
}
