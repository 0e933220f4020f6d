<?php

declare(strict_types=1);

namespace App\Plans;

use FilesystemIterator;
use Illuminate\Support\Facades\Cache;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/** Changes whenever the planners do, so that nothing kept outlives the rules it was made by. */
final class RulesVersion
{
    /** How long it may take until a changed rule is noticed, in seconds: code itself is looked at about as often. */
    private const SECONDS_TO_LOOK = 2;

    public static function now(): int
    {
        static $version = null;

        return $version ??= ParsedScores::version() + self::age();
    }

    /** When a file of the planners was last changed. */
    private static function age(): int
    {
        $kept = Cache::get('age of the rules');
        if (is_int($kept)) {
            return $kept;
        }
        $age = 0;
        $core = new RecursiveDirectoryIterator(base_path('core'), FilesystemIterator::SKIP_DOTS);
        /** @var SplFileInfo $file */
        foreach (new RecursiveIteratorIterator($core) as $file) {
            $age = max($age, $file->getMTime());
        }
        rescue(static fn () => Cache::put('age of the rules', $age, self::SECONDS_TO_LOOK), report: false);

        return $age;
    }
}
