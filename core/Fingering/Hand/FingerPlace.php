<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

/** A finger that reaches a place on a string, and where the hand then is. */
final readonly class FingerPlace
{
    /** @param int $frame semitones of the first finger's place above the nut */
    public function __construct(public int $finger, public int $frame, public FingerShape $shape)
    {
    }
}
