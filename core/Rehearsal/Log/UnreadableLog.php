<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Log;

use UprightPencil\Exception\UprightPencilException;

/** A log of rehearsals that cannot be read. The message is one sentence for the user. */
final class UnreadableLog extends \RuntimeException implements UprightPencilException
{
    public static function isNotJson(): self
    {
        return new self('this is not a log of rehearsals: it is no JSON');
    }

    public static function hasNoRehearsals(): self
    {
        return new self('this is not a log of rehearsals: “rehearsals” is missing');
    }

    public static function isNot(string $where, string $expected): self
    {
        return new self("{$where}: expected {$expected}");
    }

    public static function hasNoSuch(string $where, string $what): self
    {
        return new self("{$where}: this score has no {$what}");
    }
}
