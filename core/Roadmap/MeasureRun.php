<?php

declare(strict_types=1);

namespace UprightPencil\Roadmap;

/** Measures that are played one after another, without a jump between. */
final readonly class MeasureRun
{
    /**
     * @param int $from index of the first measure
     * @param int $to index of the last
     */
    public function __construct(public int $from, public int $to)
    {
    }
}
