<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

/** One possibility of an open choice, with what deciding for it does to what follows. */
final readonly class WhatIf
{
    /**
     * @param string $text the possibility in the words of a pencil line
     * @param list<string> $lines pencil lines that decide for it
     * @param string $does in a sentence without its full stop, against the first possibility
     */
    public function __construct(public string $text, public array $lines, public string $does)
    {
    }
}
