<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** What a link for students shows, and whether it is open. */
final class LinkRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['shows' => ['sometimes', 'in:all,list'], 'ended' => ['sometimes', 'declined'], 'hears' => ['sometimes', 'boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'shows.in' => 'A link shows all, or the list.',
            'ended.declined' => 'A link is ended with DELETE.',
        ];
    }

    /** @return 'all'|'list'|null null where nothing is said */
    public function shows(): ?string
    {
        return match ($this->input('shows')) {
            'all' => 'all',
            'list' => 'list',
            default => null,
        };
    }

    public function opensAgain(): bool
    {
        return $this->has('ended');
    }
}
