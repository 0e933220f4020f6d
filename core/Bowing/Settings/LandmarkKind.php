<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

/** Why a stroke matters more than any other downbeat. */
enum LandmarkKind
{
    /** The first downbeat of a section. */
    case Section;
    /** The first stroke of a passage that was played before. */
    case Return;
    /** The last note, where it is loud. */
    case Last;
    /** A chord of three or four notes after a rest. */
    case Chord;
    /** One of several accents with rests between. */
    case Accent;

    /** Whether a director is told when it cannot come as it should: a chord or an accent may go as it comes. */
    public function isTold(): bool
    {
        return $this !== self::Chord && $this !== self::Accent;
    }
}
