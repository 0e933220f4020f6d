<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Piece;
use App\Models\Section;
use UprightPencil\Lessons\TypedKind;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Music\Instrument;

/** Some measures of one part of a piece: as they stand, or as they are typed. */
final class PassageRequest extends PieceRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'section' => ['nullable', 'integer', 'min:1', 'max:999999999999'],
            'reader' => ['nullable', 'string', 'in:violin,viola,cello,bass'],
            'from' => ['nullable', 'string', 'max:12'],
            'to' => ['nullable', 'string', 'max:12'],
            'typed' => [$this->isMethod('GET') ? 'nullable' : 'required', 'array'],
            'typed.abc' => ['nullable', 'string', 'max:' . TypedRequest::LETTERS],
            'typed.part' => ['nullable', 'string', 'max:60'],
            'seen' => ['nullable', 'integer', 'min:0', 'max:9007199254740991'],
        ];
    }

    /** @return Section|null the part that is meant; null for one that is not in the score yet */
    public function section(): ?Section
    {
        $piece = $this->route('piece');
        if (!$this->filled('section') || !$piece instanceof Piece) {
            return null;
        }
        /** @var Section|null $section */
        $section = $piece->sections()->whereKey($this->integer('section'))->first();

        return $section ?? abort(422, 'This part is not in the piece any more. Choose another one.');
    }

    public function reader(): Instrument
    {
        return Instrument::tryFrom($this->string('reader')->value()) ?? Instrument::Violin;
    }

    /** The passage; its part is the one that is meant, whatever it calls it. */
    public function passage(): TypedPiece
    {
        return TypedPiece::from(['kind' => TypedKind::Passage->value] + $this->array('typed'));
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'from.*' => 'Say with which measure it begins: its number, or a rehearsal mark.',
            'to.*' => 'Say with which measure it ends: its number, or a rehearsal mark.',
            'typed.abc.max' => 'This is longer than any tune. Type it in pieces.',
            'typed.part.*' => 'The name of a part has at most 60 letters.',
            'reader.*' => 'Say which instrument reads the part.',
            '*' => 'What was typed did not arrive. Type one letter more, or load the page again: your draft is kept.',
        ];
    }
}
