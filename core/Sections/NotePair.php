<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

/** One note in each of two places that are compared: two parts, or the first time and the return. */
final readonly class NotePair
{
    /**
     * @param string $one note id
     * @param string $other note id
     */
    public function __construct(public string $one, public string $other)
    {
    }

    /** @param int $side 0 for the one, 1 for the other */
    public function on(int $side): string
    {
        return $side === 0 ? $this->one : $this->other;
    }
}
