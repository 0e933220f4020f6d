<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a co-teacher may do, and with which parts. */
trait TakesRight
{
    /** @return list<string>|null names of the parts it holds for; null for all */
    public function parts(): ?array
    {
        $parts = array_values(array_filter($this->array('parts'), is_string(...)));

        return $parts === [] ? null : $parts;
    }

    /** @return array<string, list<string>> */
    private static function rightRules(): array
    {
        return [
            'may' => ['required', 'string', 'in:read,propose,edit'],
            'parts' => ['nullable', 'array', 'max:40'],
            'parts.*' => ['string', 'min:1', 'max:120'],
        ];
    }

    /** @return array<string, string> */
    private static function rightMessages(): array
    {
        return [
            'may.*' => 'Choose what the co-teacher may do.',
            'parts.*' => 'Choose the parts from the list.',
            'parts.*.*' => 'Choose the parts from the list.',
            'all.*' => 'It is given for this piece or for all.',
        ];
    }
}
