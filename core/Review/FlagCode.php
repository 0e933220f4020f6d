<?php

declare(strict_types=1);

namespace UprightPencil\Review;

/** The codes of design: stable, since scripts read them. */
enum FlagCode: string
{
    case DoesNotAddUp = 'does-not-add-up';
    case PickupUnpaid = 'pickup-unpaid';
    case JumpUnclear = 'jump-unclear';
    case PartsDifferInLength = 'parts-differ-in-length';
    case MarksContradict = 'marks-contradict';
    case GoalMissed = 'goal-missed';
    case SecondTimeDiffers = 'second-time-differs';
    case BowRunsOut = 'bow-runs-out';
    case NoTimeToRetake = 'no-time-to-retake';
    case CrossingInSlur = 'crossing-in-slur';
    case FingerClash = 'finger-clash';
    case AccidentalHolds = 'accidental-holds';
    case ShiftWithoutTime = 'shift-without-time';
    case Stretch = 'stretch';
    case OutOfRange = 'out-of-range';
    case SectionsDiffer = 'sections-differ';
    case ReturnDiffers = 'return-differs';
    case SectionStartsUp = 'section-starts-up';
    case LastNoteUp = 'last-note-up';
    case StyleStops = 'style-stops';
    case RhythmOnce = 'rhythm-once';
    case FirstMet = 'first-met';
    case RepeatOverBarline = 'repeat-over-barline';
    case NeverPlayed = 'never-played';
    case NotYetLearned = 'not-yet-learned';

    /** How much it matters. */
    public function rank(): FlagRank
    {
        return match ($this) {
            self::DoesNotAddUp, self::PickupUnpaid, self::JumpUnclear, self::PartsDifferInLength, self::MarksContradict, self::GoalMissed,
            self::SecondTimeDiffers, self::BowRunsOut, self::NoTimeToRetake, self::ShiftWithoutTime, self::OutOfRange,
            self::NotYetLearned => FlagRank::Wrong,
            self::CrossingInSlur, self::FingerClash, self::Stretch, self::SectionsDiffer, self::ReturnDiffers, self::SectionStartsUp,
            self::LastNoteUp, self::StyleStops, self::NeverPlayed => FlagRank::Look,
            self::AccidentalHolds, self::RhythmOnce, self::FirstMet, self::RepeatOverBarline => FlagRank::Know,
        };
    }

    /** In the words of the rehearsal room. */
    public function title(): string
    {
        return match ($this) {
            self::DoesNotAddUp => 'Does not add up',
            self::PickupUnpaid => 'Pickup not paid back',
            self::JumpUnclear => 'Where does it go?',
            self::PartsDifferInLength => 'Parts differ in length',
            self::MarksContradict => 'Two marks contradict',
            self::GoalMissed => 'Goal not reached',
            self::SecondTimeDiffers => 'Second time differs',
            self::BowRunsOut => 'The bow runs out',
            self::NoTimeToRetake => 'No time to lift',
            self::CrossingInSlur => 'Crossing inside the slur',
            self::FingerClash => 'One finger, two places',
            self::AccidentalHolds => 'Easily misread',
            self::ShiftWithoutTime => 'No time to shift',
            self::Stretch => 'A wide stretch',
            self::OutOfRange => 'Outside what they know',
            self::SectionsDiffer => 'Sections differ',
            self::ReturnDiffers => 'Comes back the other way round',
            self::SectionStartsUp => 'A section starts up',
            self::LastNoteUp => 'The last note comes up',
            self::StyleStops => 'The dots stop',
            self::RhythmOnce => 'A rhythm that comes once',
            self::FirstMet => 'New here',
            self::RepeatOverBarline => 'The same note again',
            self::NeverPlayed => 'Never played',
            self::NotYetLearned => 'Not yet learned',
        };
    }
}
