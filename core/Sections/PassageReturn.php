<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

/** A passage that comes again: measures of one part that sound like earlier ones of the same or another. */
final readonly class PassageReturn
{
    /**
     * @param string $giver id of the part that plays it first
     * @param string $part id of the part that plays it again
     * @param int $first index of the measure where it begins the first time
     * @param int $again index of the measure where it begins again
     * @param int $measures how many measures agree
     * @param int|null $parts index of the measure where a near return leaves what it followed; null for a whole one
     */
    public function __construct(
        public string $giver,
        public string $part,
        public int $first,
        public int $again,
        public int $measures,
        public ?int $parts,
    ) {
    }

    /** Whether a measure, by its index, lies in the passage as it comes again. */
    public function has(int $measure): bool
    {
        return $measure >= $this->again && $measure < $this->again + $this->measures;
    }
}
