<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

/** Where on the bow a stroke should begin, 0 frog to 1 tip, and how much that matters. */
final readonly class BowRegion
{
    /** @param float $weight price for each unit of the bow outside the region; 0 where it is all the same */
    public function __construct(public float $from, public float $to, public float $weight)
    {
    }

    public static function anywhere(): self
    {
        return new self(0.0, 1.0, 0.0);
    }
}
