<?php

declare(strict_types=1);

namespace UprightPencil\Settings;

/** What a class can do. */
enum Profile: string
{
    case FirstYear = 'first-year';
    case SecondYear = 'second-year';
    case ThirdPosition = 'third-position';
    case Advanced = 'advanced';

    /** Whether the class is in its first or second year: it needs longer to lift, set and shift. */
    public function isBeginner(): bool
    {
        return $this === self::FirstYear || $this === self::SecondYear;
    }

    public function words(): string
    {
        return match ($this) {
            self::FirstYear => 'First year',
            self::SecondYear => 'Second year',
            self::ThirdPosition => 'Third position known',
            self::Advanced => 'Advanced',
        };
    }

    /** What the hands of such a class know, in a sentence or two. */
    public function means(): string
    {
        return match ($this) {
            self::FirstYear => 'First position only. Violin and viola: 0 1 2 3, with 4 as a choice; cello: closed hand; bass: first and'
                . ' half position.',
            self::SecondYear => 'First position with low and high fingers and 4. Cello opens the hand and knows half position; bass half'
                . ' to second.',
            self::ThirdPosition => 'Violin and viola half to third position; cello half to fourth; bass half to fourth.',
            self::Advanced => 'Violin, viola and cello to seventh position, bass to sixth; harmonics.',
        };
    }
}
