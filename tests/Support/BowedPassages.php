<?php

declare(strict_types=1);

namespace Tests\Support;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Passages with the bows a string teacher would give them, about one subject. */
abstract class BowedPassages extends TestCase
{
    /** @return iterable<string, array{Passage, string}> the passage, and its bows as {@see Passage::bows()} says them */
    abstract public static function passages(): iterable;

    #[DataProvider('passages')]
    public function testTheBowGoesAsATeacherWouldHaveIt(Passage $passage, string $bows): void
    {
        self::assertSame($bows, $passage->bows());
    }
}
