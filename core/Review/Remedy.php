<?php

declare(strict_types=1);

namespace UprightPencil\Review;

/** One way out of a flag, in words and as the pencil lines that do it. */
final readonly class Remedy
{
    /**
     * @param list<string> $lines
     * @param string $everywhere the same said of many places: "Take the slurs out"; empty where it is no answer for all of them
     */
    public function __construct(public string $text, public array $lines, public string $everywhere = '')
    {
    }
}
