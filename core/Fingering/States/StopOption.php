<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

/** One way to stop a notehead, and where the hand must be for it. */
final readonly class StopOption
{
    /** @param int $frame semitones of the first finger's place above the nut; 0 for an open string */
    public function __construct(public Stop $stop, public int $frame)
    {
    }
}
