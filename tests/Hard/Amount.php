<?php

declare(strict_types=1);

namespace Tests\Hard;

/** How much is tried: little in `./pencil test`, all in `./pencil test hard`; from a seed that is told, so that it can be tried again. */
final class Amount
{
    public static function of(int $short, int $whole): int
    {
        return getenv('HARD') === 'whole' ? $whole : $short;
    }

    public static function seed(): int
    {
        $given = getenv('SEED');
        static $seed = null;

        return $seed ??= is_string($given) && $given !== '' ? (int) $given : (int) date('Ymd');
    }

    /** Figures are told at the end of a run, and zero is the only good number of faults. */
    public static function tell(string $what): void
    {
        fwrite(STDERR, "\n  {$what} (SEED=" . self::seed() . ")\n");
    }
}
