<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Paper\Paper;
use App\Paper\PaperWish;
use App\Paper\SlipPages;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** What is wanted on paper, and on which. */
final class PaperRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'what' => ['nullable', Rule::in(['part', 'open-strings', 'patterns', 'list', 'score', 'poster'])],
            'paper' => ['nullable', Rule::enum(Paper::class)],
            'large' => ['nullable', 'boolean'],
            'code' => ['nullable', 'boolean'],
            'fingers' => ['nullable', Rule::in(['every'])],
            'names' => ['nullable', 'boolean'],
            'from' => ['nullable', 'string', 'max:20'],
            'to' => ['nullable', 'string', 'max:20'],
            'slips' => ['nullable', Rule::in(SlipPages::COUNTS)],
        ];
    }

    public function wish(): PaperWish
    {
        return new PaperWish(
            $this->string('what')->value() ?: 'part',
            $this->enum('paper', Paper::class) ?? Paper::A4,
            $this->boolean('large'),
            $this->boolean('code'),
            $this->string('from')->trim()->value(),
            $this->string('to')->trim()->value(),
            $this->integer('slips', 1),
            $this->string('fingers')->value() === 'every',
            $this->boolean('names'),
        );
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'paper.*' => 'Paper is A4 or US Letter.',
            'from.*' => 'A measure is named by its number.',
            'to.*' => 'A measure is named by its number.',
            'slips.*' => 'One, two or four lists go on a sheet.',
            '*' => 'Parts, open strings, finger patterns, pencil lists, the score and the poster of codes can be printed; this cannot.',
        ];
    }
}
