<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

/** Where a stroke lies on the bow: from and to, 0 frog to 1 tip. */
final readonly class StrokePlace
{
    /** @param bool $isLifted whether the bow was lifted before it */
    public function __construct(public float $from, public float $to, public bool $isLifted)
    {
    }
}
