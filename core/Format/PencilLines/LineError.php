<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

/** A line that cannot be read, and what was expected. */
final readonly class LineError
{
    public function __construct(public int $line, public string $text)
    {
    }

    public function sentence(): string
    {
        return "line {$this->line}: {$this->text}";
    }
}
