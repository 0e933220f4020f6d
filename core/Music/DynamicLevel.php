<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** How loud it is between two printed dynamics. */
final readonly class DynamicLevel
{
    /**
     * @param string $lower the softer of the neighbouring dynamics: pp to ff
     * @param string $upper the louder
     * @param float $share how far from the softer to the louder, 0 to 1
     */
    public function __construct(public string $lower, public string $upper, public float $share)
    {
    }
}
