<?php

declare(strict_types=1);

namespace UprightPencil\Review;

/** One way out of a flag, in words and as the pencil lines that do it. */
final readonly class Remedy
{
    /** @param list<string> $lines */
    public function __construct(public string $text, public array $lines)
    {
    }
}
