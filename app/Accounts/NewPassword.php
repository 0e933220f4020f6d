<?php

declare(strict_types=1);

namespace App\Accounts;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/** A password somebody chooses: long enough, and not one that everybody tries. */
final class NewPassword implements ValidationRule
{
    public const SHORTEST = 12;
    /** The hash takes no more bytes into account. */
    private const LONGEST = 72;

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        if (!is_string($value) || mb_strlen($value) < self::SHORTEST) {
            $fail('Choose a password of at least ' . self::SHORTEST . ' characters: three or four words will do.');
        } elseif (strlen($value) > self::LONGEST) {
            $fail('This password is longer than can be kept. ' . self::LONGEST . ' characters are enough.');
        } elseif (CommonPasswords::has($value)) {
            $fail('This password is among those that are tried first. Choose three or four words that do not belong together.');
        }
    }
}
