<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Heard;

/** What a director hears at a place. */
enum HeardKind: string
{
    case Accidental = 'accidental';
    case Rhythm = 'rhythm';
    case HeldTooLong = 'too-long';
    case HeldTooShort = 'too-short';
    case BowTurned = 'bow';
    case LateShift = 'late-shift';
    case TooLoud = 'too-loud';
    case NotTogether = 'not-together';
    case Words = 'words';

    /** On a button. */
    public function title(): string
    {
        return match ($this) {
            self::Accidental => 'Wrong accidental',
            self::Rhythm => 'Rhythm',
            self::HeldTooLong => 'Held too long',
            self::HeldTooShort => 'Too short',
            self::BowTurned => 'Bow turned round',
            self::LateShift => 'Late shift',
            self::TooLoud => 'Too loud',
            self::NotTogether => 'Not together',
            self::Words => 'In words',
        };
    }

    /** In a list: "not together". */
    public function words(): string
    {
        return match ($this) {
            self::Accidental => 'the wrong accidental',
            self::Rhythm => 'the rhythm',
            self::HeldTooLong => 'held too long',
            self::HeldTooShort => 'too short',
            self::BowTurned => 'the bow turned round',
            self::LateShift => 'a late shift',
            self::TooLoud => 'too loud',
            self::NotTogether => 'not together',
            self::Words => '',
        };
    }
}
