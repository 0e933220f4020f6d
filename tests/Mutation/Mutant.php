<?php

declare(strict_types=1);

namespace Tests\Mutation;

/** Which small wrong change is switched on in this process, by the environment; and, in the first run, which tests come by which change. */
final class Mutant
{
    /** The test that runs now, as class::method. */
    public static string $test = '';
    /** @var array<int, array<string, true>> tests by the changes they come by */
    public static array $seen = [];
    private static ?int $on = null;

    public static function is(int $number): bool
    {
        self::$on ??= (int) (getenv('MUTANT') ?: 0);
        if (self::$on < 0) {
            self::$seen[$number][self::$test] = true;
        }

        return self::$on === $number;
    }
}
