<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use UprightPencil\Format\PencilLines\PlainLine;

/** Pencil lines as a player reads them. */
final class PlainLineTest extends TestCase
{
    #[TestWith(['9.1 down', 'm. 9'])]
    #[TestWith(['9.3 down', 'm. 9 beat 3'])]
    #[TestWith(['9.2+ down', 'm. 9, the and of 2'])]
    #[TestWith(['45.1.75 down', 'm. 45, the last sixteenth of 1'])]
    #[TestWith(['9.4/3 down', 'm. 9, the second triplet of 1'])]
    #[TestWith(['0 up', 'the pickup'])]
    #[TestWith(['0.2 down', 'beat 2 of the pickup'])]
    #[TestWith(['B.2 down', 'm. B beat 2'])]
    #[TestWith(['25-28 III', 'm. 25-28'])]
    public function testAPlaceIsSaid(string $line, string $place): void
    {
        self::assertSame($place, PlainLine::of($line)->place);
    }

    public function testATimeThroughIsSaid(): void
    {
        self::assertStringEndsWith(', second time', PlainLine::of('9.1 up 2x')->words);
    }
}
