<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use Illuminate\Support\Facades\Cache;

/** The code that the server prints while nobody has an account: only who can read what it prints becomes its first director. */
final class FirstCode
{
    private const KEY = 'first-code';
    /** Letters and figures that are not taken for each other when they are read aloud. */
    private const SIGNS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';

    /** The code, made when there is none yet; null when somebody has an account. */
    public function code(): ?string
    {
        if (User::query()->exists()) {
            return null;
        }
        $code = '';
        for ($sign = 0; $sign < 12; $sign++) {
            $code .= ($sign > 0 && $sign % 4 === 0 ? '-' : '') . self::SIGNS[random_int(0, strlen(self::SIGNS) - 1)];
        }

        return (string) Cache::store('database')->rememberForever(self::KEY, static fn (): string => $code);
    }

    public function is(string $typed): bool
    {
        $code = Cache::store('database')->get(self::KEY);

        return is_string($code) && hash_equals(self::bare($code), self::bare($typed));
    }

    public function forget(): void
    {
        Cache::store('database')->forget(self::KEY);
    }

    private static function bare(string $code): string
    {
        return (string) preg_replace('~[^A-Z0-9]~', '', strtoupper($code));
    }
}
