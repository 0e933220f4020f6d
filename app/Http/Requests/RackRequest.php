<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Which part of the rack is shown. */
final class RackRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'earlier' => ['nullable', 'string', 'in:0,1'],
            'bin' => ['nullable', 'string', 'in:0,1'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            '*' => 'The rack has no such view.',
        ];
    }

    /** @return 'now'|'earlier'|'bin' */
    public function view(): string
    {
        return match (true) {
            $this->boolean('bin') => 'bin',
            $this->boolean('earlier') => 'earlier',
            default => 'now',
        };
    }
}
