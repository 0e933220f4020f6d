<?php

declare(strict_types=1);

namespace Tests\Support;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Passages with the fingers a string teacher would give them, about one subject. */
abstract class FingeredPassages extends TestCase
{
    /** @return iterable<string, array{Passage, string}> the passage, and its fingers as {@see Passage::fingers()} says them */
    abstract public static function passages(): iterable;

    #[DataProvider('passages')]
    public function testTheHandDoesAsATeacherWouldHaveIt(Passage $passage, string $fingers): void
    {
        self::assertSame($fingers, $passage->fingers());
    }
}
