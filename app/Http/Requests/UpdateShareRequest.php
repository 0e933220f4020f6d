<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Share;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** What a co-teacher may do from now on. */
final class UpdateShareRequest extends FormRequest
{
    public function authorize(): Response
    {
        $share = $this->route('share');

        return $share instanceof Share ? Gate::inspect('manage', $share->piece) : Response::denyAsNotFound();
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['may' => ['required', 'string', 'in:read,propose,edit']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['may.*' => 'Choose what the co-teacher may do.'];
    }
}
