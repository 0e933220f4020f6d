<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Result;

/** How a note begins. */
enum BowConnection: string
{
    /** The first note, or afresh after a long rest. */
    case Start = 'start';
    case Change = 'change';
    case Slur = 'slur';
    case Tie = 'tie';
    /** Same direction, the bow staying on the string. */
    case Hook = 'hook';
    /** Same direction, the bow carried back through the air. */
    case Retake = 'retake';
    /** The other direction, the bow set at another place. */
    case Lift = 'lift';

    public function repeatsDirection(): bool
    {
        return $this === self::Hook || $this === self::Retake;
    }
}
