<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

/** From which frame to which a class plays. */
final readonly class FrameRange
{
    public function __construct(public int $lowest, public int $highest)
    {
    }

    public function holds(int $frame): bool
    {
        return $frame >= $this->lowest && $frame <= $this->highest;
    }
}
