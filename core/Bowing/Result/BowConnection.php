<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Result;

use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Bow\Lift;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Marks\Mark;

/** How a note begins. */
enum BowConnection: string
{
    /** The first stroke of the piece, or one that starts anew after a long rest. */
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

    /** What a hook, a retake or a lift marked at a stroke makes of its beginning; anything else lets it alternate. */
    public static function of(Mark $mark): self
    {
        return match (true) {
            $mark->kind() instanceof Hook => self::Hook,
            $mark->kind() instanceof Retake => self::Retake,
            $mark->kind() instanceof Lift => self::Lift,
            default => self::Change,
        };
    }

    /** Whether the page shows it with a sign of its own: players would otherwise just turn. */
    public function isShown(): bool
    {
        return $this->repeatsDirection() || $this === self::Lift;
    }

    /** Whether the stroke goes the same way as the one before. */
    public function repeatsDirection(): bool
    {
        return $this === self::Hook || $this === self::Retake;
    }
}
