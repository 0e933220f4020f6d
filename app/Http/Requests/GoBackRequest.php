<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Piece;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;

/** To which entry of its log a piece goes back, and what becomes of what others did since. */
final class GoBackRequest extends FormRequest
{
    public function authorize(): Response
    {
        $piece = $this->route('piece');

        return $piece instanceof Piece ? Gate::inspect('propose', $piece) : Response::denyAsNotFound();
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'change' => ['required', 'integer', 'min:1', 'max:999999999999999999'],
            'others' => ['nullable', Rule::in(['stay', 'go'])],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'Say which entry of the history is gone back to.'];
    }
}
