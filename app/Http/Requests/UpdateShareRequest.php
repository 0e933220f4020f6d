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
    use TakesRight;

    public function authorize(): Response
    {
        $share = $this->route('share');

        return $share instanceof Share ? Gate::inspect('manage', $share->piece) : Response::denyAsNotFound();
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return self::rightRules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return self::rightMessages();
    }
}
