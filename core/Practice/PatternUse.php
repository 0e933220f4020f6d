<?php

declare(strict_types=1);

namespace UprightPencil\Practice;

/** A finger pattern on a string of a position, and where the part uses it. */
final readonly class PatternUse
{
    /**
     * @param string $note id of the first note in it
     * @param list<int> $measures by index
     */
    public function __construct(
        public string $string,
        public string $position,
        public string $pattern,
        public string $note,
        public array $measures,
    ) {
    }

    public function alsoIn(int $measure): self
    {
        return new self($this->string, $this->position, $this->pattern, $this->note, [...$this->measures, $measure]);
    }
}
