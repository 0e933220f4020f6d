<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Hardness;

use UprightPencil\Review\FlagCode;

/** What makes a measure hard. */
enum HardKind: string
{
    case Shift = 'shift';
    case Clash = 'clash';
    case Crossing = 'crossing';
    case Speed = 'speed';
    case Rhythm = 'rhythm';
    case RunOut = 'run-out';
    case Bow = 'bow';
    case Reach = 'reach';
    case Disagreement = 'disagreement';
    case New = 'new';
    case Heard = 'heard';
    case Never = 'never';

    /**
     * How much one of it weighs. The measure's hardness is 1 − e^(−sum): two hard things make it harder, never more than wholly hard.
     *
     * Source: set over the demo pieces and the passages of the tests; a run-out or a missing shift costs a rehearsal more than a clash.
     */
    public function weight(): float
    {
        return match ($this) {
            self::Shift => 0.12,
            self::Clash => 0.15,
            self::Crossing => 0.12,
            self::Speed => 0.3,
            self::Rhythm => 0.2,
            self::RunOut => 0.2,
            self::Bow => 0.12,
            self::Reach => 0.15,
            self::Disagreement => 0.12,
            self::New => 0.08,
            self::Heard => 0.4,
            self::Never => 0.1,
        };
    }

    /** What a flag says of a measure; null for one that makes nothing harder to play. */
    public static function of(FlagCode $code): ?self
    {
        return match ($code) {
            FlagCode::FingerClash => self::Clash,
            FlagCode::CrossingInSlur => self::Crossing,
            FlagCode::RhythmOnce => self::Rhythm,
            FlagCode::BowRunsOut => self::RunOut,
            FlagCode::NoTimeToRetake, FlagCode::GoalMissed, FlagCode::SecondTimeDiffers, FlagCode::ReturnDiffers,
            FlagCode::StyleStops => self::Bow,
            FlagCode::ShiftWithoutTime, FlagCode::Stretch, FlagCode::OutOfRange, FlagCode::NotYetLearned => self::Reach,
            FlagCode::SectionsDiffer => self::Disagreement,
            FlagCode::FirstMet, FlagCode::AccidentalHolds => self::New,
            default => null,
        };
    }

    /** The practice line that prepares it, in words; null where none does. */
    public function drilled(): ?string
    {
        return match ($this) {
            self::Shift => 'shift lines',
            self::Clash => 'low and regular',
            self::Crossing => 'crossings on open strings',
            self::Speed => 'units of fast notes',
            self::Rhythm => 'a rhythm on one string',
            self::Bow => 'set and lift',
            default => null,
        };
    }

    public function title(): string
    {
        return match ($this) {
            self::Shift => 'shift',
            self::Clash => 'one finger, two places',
            self::Crossing => 'crossing in a slur',
            self::Speed => 'fast notes',
            self::Rhythm => 'a rhythm that comes once',
            self::RunOut => 'the bow runs out',
            self::Bow => 'bow',
            self::Reach => 'far for the hand',
            self::Disagreement => 'sections differ',
            self::New => 'new here',
            self::Heard => 'heard',
            self::Never => 'never rehearsed',
        };
    }
}
