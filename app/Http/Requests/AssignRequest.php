<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Section;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use UprightPencil\Lessons\LessonSection;

/** For whom a section's line is to be, and what the new part is called. */
final class AssignRequest extends FormRequest
{
    public function authorize(): Response
    {
        $section = $this->route('section');

        return $section instanceof Section ? Gate::inspect('manage', $section->piece) : Response::denyAsNotFound();
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'for' => ['required', Rule::enum(LessonSection::class)],
            'name' => ['nullable', 'string', 'max:60'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'for.*' => 'Say which instrument plays the line.',
            'name.*' => 'The name of a part has at most 60 letters.',
        ];
    }

    public function meant(): LessonSection
    {
        return $this->enum('for', LessonSection::class) ?? LessonSection::Violins;
    }

    public function name(Section $section): string
    {
        return $this->string('name')->squish()->value() ?: "{$this->meant()->partName()} ({$section->name}’s line)";
    }
}
