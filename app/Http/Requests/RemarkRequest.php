<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Section;
use App\Models\Thread;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** Something said at a place of a part, or in a thread that is there. */
final class RemarkRequest extends FormRequest
{
    public function authorize(): Response
    {
        $thread = $this->route('thread');
        $section = $thread instanceof Thread ? $thread->section : $this->route('section');

        return $section instanceof Section ? Gate::inspect('propose', $section) : Response::denyAsNotFound();
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'text' => ['required', 'string', 'max:1000'],
            'note' => [$this->route('thread') === null ? 'required' : 'nullable', 'string', 'max:80'],
            'mark' => ['nullable', 'string', 'max:300'],
        ];
    }

    public function text(): string
    {
        return trim($this->string('text')->value());
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'text.max' => 'That is more than 1,000 letters. Say it shorter.',
            'text.*' => 'Write something first.',
            '*' => 'Choose a note first.',
        ];
    }
}
