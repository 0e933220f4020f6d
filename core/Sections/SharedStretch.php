<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

/** A stretch over which two parts share a rhythm, and where their bows differ in it. */
final readonly class SharedStretch
{
    /**
     * @param string $one part id
     * @param string $other part id
     * @param list<NotePair> $pairs the shared events, first part's and second part's
     * @param int $fromMeasure index of the measure it begins in
     * @param int $toMeasure index of the measure it ends in
     * @param list<int> $slursDiffer positions in `pairs` where one part slurs what the other separates
     * @param list<int> $directionsDiffer positions where both begin a stroke, in different directions
     */
    public function __construct(
        public string $one,
        public string $other,
        public array $pairs,
        public int $fromMeasure,
        public int $toMeasure,
        public array $slursDiffer,
        public array $directionsDiffer,
    ) {
    }

    public function agrees(): bool
    {
        return $this->slursDiffer === [] && $this->directionsDiffer === [];
    }
}
