<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

/** A place of a typed tune that cannot be read, and what was expected there. */
final readonly class AbcProblem
{
    /**
     * @param int $line from 1
     * @param int $column from 1, in letters
     * @param string $text a sentence without its full stop
     */
    public function __construct(public int $line, public int $column, public string $text)
    {
    }

    public function sentence(): string
    {
        return "Line {$this->line}, column {$this->column}: {$this->text}.";
    }
}
