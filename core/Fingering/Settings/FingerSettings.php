<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Settings;

use UprightPencil\Music\Instrument;
use UprightPencil\Settings\Profile;

/**
 * Every number the fingering planner weighs, in one place. Prices are in shifts: an ordinary shift costs 1.
 *
 * Source of the prices: tuned over the worked judgements of the trade's page on fingering and over whole pieces, never for one case.
 *
 * The schools say which of two good habits a class has; what they change is a price, never a rule.
 */
final readonly class FingerSettings
{
    /** What playing in a frame costs, by frame; higher ones cost as the last. */
    public const POSITION_VIOLIN = [1 => 0.20, 0.0, 0.20, 0.16, 0.08, 0.18, 0.20, 0.34, 0.30, 0.44, 0.40, 0.50];
    public const POSITION_CELLO = [1 => 0.08, 0.0, 0.06, 0.06, 0.06, 0.06, 0.08, 0.25, 0.27, 0.35, 0.37, 0.45];
    public const POSITION_BASS = [1 => 0.03, 0.0, 0.02, 0.04, 0.05, 0.06, 0.08, 0.20, 0.25, 0.30];

    /** Price of a gap of three semitones between neighbouring fingers, by the lower finger (violin, viola). */
    public const GAPS = [1 => 0.5, 2 => 1.35, 3 => 1.5];

    /**
     * Millimetres from the first finger to the last that are told as a wide stretch: for beginners, and for the others.
     *
     * Source: spans of first position on full sizes, with what the trade's page on fingering allows beyond them.
     */
    public const STRETCHES = [
        'violin' => [80.0, 95.0], 'viola' => [90.0, 105.0], 'cello' => [130.0, 140.0], 'bass' => [112.0, 130.0],
    ];

    /** Semitones between two fingers of the cello hand at its widest: a tone between 1 and 2, a semitone between the others. */
    public const WIDEST_CELLO = [1 => [2 => 2, 3 => 3, 4 => 4], 2 => [3 => 1, 4 => 2], 3 => [4 => 1]];

    /**
     * @param string $size of the instrument, as the fingerboard's table of lengths names it; empty for the full size
     */
    public function __construct(
        public Profile $profile = Profile::SecondYear,
        public OpenStringSchool $open = OpenStringSchool::Open,
        public HandHabit $habit = HandHabit::Stay,
        public BassHand $bassHand = BassHand::OneTwoFour,
        public string $size = '',
        public ShiftSound $shifts = ShiftSound::Hidden,
        public FifthHabit $fifths = FifthHabit::Lay,
        /** Share of a position's price that each note in it costs … */
        public float $positionHeld = 0.5,
        /** … and what going there costs, as a multiple: an excursion is one cost. */
        public float $positionEntered = 1.5,
        public float $fourthFinger = 0.12,
        public float $fourthForOpen = 0.30,
        public float $fourthFirstYear = 0.60,
        public float $openUnderFour = 0.30,
        public float $openDescending = 0.45,
        public float $openRings = 0.25,
        /** Seconds from which on a soft open string is heard to ring. */
        public float $openRingsSeconds = 1.1,
        public float $openWhistles = 0.80,
        public float $notOwned = 0.65,
        public float $sharedPlace = 0.15,
        public float $halfPositionLetter = 0.35,
        public float $fourWanted = 0.70,
        public float $altered = 0.10,
        /** A touched note where a stopped one would sing: taken when it saves a shift. */
        public float $harmonic = 0.45,
        public float $lowerStringViolin = 0.30,
        public float $lowerStringLow = 0.45,
        public float $extensionPerMm = 0.01,
        /** The open cello hand is held over several notes: each of them costs less than a reach back for one. */
        public float $openedHand = 0.70,
        /** What opening it costs beside its millimetres: the closed hand takes what it can reach. */
        public float $openingHand = 0.10,
        /** Reaching back out of a position higher than first. */
        public float $backFromHigh = 0.25,
        /** What x4 costs beside its millimetres. */
        public float $fourForward = 0.40,
        public float $crossing = 0.15,
        public float $crossingFast = 0.30,
        public float $slurCrossing = 0.65,
        public float $slurCrossingFast = 1.10,
        /** Seconds between notes below which a crossing is felt. */
        public float $crossingSeconds = 0.45,
        /** Share of a crossing's price that is left in a rest. */
        public float $crossingInRest = 0.40,
        /** Share of it between two open strings with time for it: no hand goes up only to be spared that. */
        public float $crossingOpen = 0.10,
        /** Each string that is skipped makes the crossing dearer by this share. */
        public float $crossingEachMore = 0.50,
        public float $laidFinger = 0.35,
        /** What moving a finger over to the next string costs beside the crossing, where it is not laid. */
        public float $movedFinger = 0.30,
        public float $shift = 1.0,
        public float $shiftPerSemitone = 0.12,
        /** A shift that nothing eases: while the position serves, the hand stays. */
        public float $uneased = 1.08,
        public float $easeOpen = 0.35,
        /** The hand goes while the open string sounds, not when it is over: then it is a little dearer. */
        public float $easeAfterOpen = 0.3675,
        public float $easeRest = 0.35,
        /** Home is found in a rest. */
        public float $easeHomeInRest = 0.28,
        public float $easeHalfStep = 0.70,
        public float $easeSameFinger = 0.75,
        /** A new position is found most easily by the first finger. */
        public float $easeFirstFinger = 0.88,
        /** … and best when it goes there along its string. */
        public float $easeFirstFingerAlong = 0.70,
        public float $shiftInSlur = 2.0,
        /** The same where a shift may be heard … */
        public float $shiftInSlurHeard = 1.1,
        /** … and share of it that is left when one finger slides along its string. */
        public float $slideHeard = 0.6,
        /** Seconds of rest in which a shift is at leisure. */
        public float $restSeconds = 0.25,
        public float $slideOwned = 0.25,
        public float $slide = 0.90,
        public float $slideBesideNut = 0.50,
        /** A slide of more than a half step, as a multiple. */
        public float $slideFar = 1.5,
        /** What a slide costs more when the hand goes with it. */
        public float $handSlide = 0.45,
        public float $sameFingerNextDoor = 0.55,
        public float $squeeze = 2.0,
        /** Share of a squeeze that is left when the fingers are on two strings. */
        public float $squeezeNextDoor = 0.6,
        /** Share of a wide gap that is left when the fingers are on two strings. */
        public float $gapNextDoor = 0.7,
        /** Each semitone by which two fingers of the cello hand are wider apart than it opens. */
        public float $gapCello = 1.0,
        public float $refinger = 0.30,
        public float $reshape = 0.35,
        public float $home = 0.40,
        /** The other habit: leaving a position before a rest. */
        public float $stay = 0.05,
        /** What holding a figure to its fingers may cost, for each note of it. */
        public float $figurePerNote = 0.20,
        /** Seconds after which the hand has forgotten what a finger last did. */
        public float $memorySeconds = 1.6,
        /** Seconds of rest after which it has forgotten too. */
        public float $memoryRestSeconds = 1.0,
        /** A note that follows within this many seconds of silence belongs to the line. */
        public float $followsSeconds = 0.2,
        /** Where the music leads back: a change of the hand that saves less is not worth it. */
        public float $jumpLeast = 0.25,
        /** … and what a shift there without time costs beside itself. */
        public float $jumpNoTime = 2.0,
        /** Quarter notes a finger is held over at most. */
        public float $heldQuarters = 4.0,
        /** Other answers dearer than this are not told. */
        public float $dearestOther = 3.0,
        /** "0 or 4" is printed for beginners at notes of at least this many seconds … */
        public float $choiceSeconds = 0.9,
        /** … when the other half costs less than this, */
        public float $choicePrice = 0.9,
        /** or less than this in the school that prints both. */
        public float $choicePriceEither = 1.2,
        /** Notes of a slur that follow within this many seconds make a crossing between them worth a look. */
        public float $fastSlurSeconds = 0.3,
        /** Quarter notes within which one finger at two places is told. */
        public float $clashQuarters = 2.0,
        /** Seconds of rest in which the bow is set on another string, and told so. */
        public float $setSeconds = 0.8,
        /** Seconds between slurred notes from which on a crossing is slow enough to prepare. */
        public float $slowCrossingSeconds = 0.5,
    ) {
    }

    public function position(Instrument $instrument, int $frame): float
    {
        $costs = match ($instrument) {
            Instrument::Cello => self::POSITION_CELLO,
            Instrument::Bass => self::POSITION_BASS,
            default => self::POSITION_VIOLIN,
        };

        return $costs[min($frame, count($costs))] ?? 0.5;
    }
}
