<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

/** Measures in which some parts have the tune. */
final readonly class TunePassage
{
    /**
     * @param int $from index of the first measure
     * @param int $to of the last
     * @param non-empty-list<int> $parts positions in the score, the first one's the surest
     */
    public function __construct(public int $from, public int $to, public array $parts)
    {
    }
}
