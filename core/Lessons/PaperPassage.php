<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/** A few measures of a section's part that were copied from paper. */
final readonly class PaperPassage
{
    /**
     * @param string $part name of the section's part
     * @param int $firstMeasure printed number of its first full measure
     * @param string $abc as typed
     */
    public function __construct(public string $part, public int $firstMeasure, public string $abc)
    {
    }
}
