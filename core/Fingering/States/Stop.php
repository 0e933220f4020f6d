<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Fingering\Hand\FingerShape;

/** One notehead in the hand: a finger on a string, or the open string. */
final readonly class Stop
{
    /**
     * @param int $string from 0, the lowest
     * @param int $finger 0 for the open string
     * @param int $semitones above the open string
     */
    public function __construct(public int $string, public int $finger, public int $semitones, public FingerShape $shape)
    {
    }

    public static function open(int $string): self
    {
        return new self($string, 0, 0, FingerShape::Open);
    }

    public function isOpen(): bool
    {
        return $this->finger === 0;
    }

    /** Whether both put the same finger on the same place, on whatever string. */
    public function isLaidWith(self $other): bool
    {
        return $this->finger === $other->finger && $this->semitones === $other->semitones;
    }
}
