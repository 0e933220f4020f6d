<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

use UprightPencil\Marks\BowPart;
use UprightPencil\Music\Instrument;

/**
 * Every number the bowing planner weighs, in one place, with its unit.
 *
 * Speeds are from measured playing (about 4 to 100 cm/s); lengths of hair from common bows.
 */
final readonly class BowSettings
{
    /**
     * Centimetres a second by dynamic: slowest that still sounds, comfortable, fastest.
     *
     * Source: measured playing, about 4 to 100 cm/s, laid over the dynamics as the trade's page on bowing does.
     */
    public const SPEEDS = [
        'pp' => [5.0, 12.0, 30.0],
        'p' => [7.0, 16.0, 40.0],
        'mp' => [8.5, 20.0, 50.0],
        'mf' => [10.0, 26.0, 65.0],
        'f' => [13.0, 34.0, 85.0],
        'ff' => [16.0, 44.0, 100.0],
    ];

    /** Playable hair in centimetres. Source: common full-size bows, frog and tip left aside. */
    public const HAIR = ['violin' => 61.0, 'viola' => 60.0, 'cello' => 57.0, 'bass' => 53.0];

    /** How much slower the bow goes on the thicker strings, as a factor. Source: the trade's page on bowing. */
    public const SPEED_SCALE = ['violin' => 1.0, 'viola' => 1.0, 'cello' => 0.85, 'bass' => 0.75];

    public function __construct(
        public BowSchool $school = BowSchool::AsItComes,
        public LongNotes $longNotes = LongNotes::Together,
        /** First- and second-year players need longer to lift and set. */
        public bool $isBeginner = true,
        public SoftBow $soft = SoftBow::Tip,
        public InRest $rests = InRest::Circle,
        public AfterDots $afterDots = AfterDots::Keep,
        /** Seconds to set the bow on the string. */
        public float $secondsToSet = 0.15,
        /** Metres a second the bow travels in the air. */
        public float $airSpeed = 1.5,
        /** Share of the stroke's comfortable length a retake brings back. */
        public float $wayBack = 0.8,
        public float $beginnerFactor = 1.25,
        /** Share of a dotted note that is silence. */
        public float $freedByDot = 0.5,
        /** Most of the note before that a retake without a rest may take. */
        public float $borrowed = 0.5,
        /** The most of the bow a staccato note takes. */
        public float $staccatoShare = 0.2,
        /** How much more bow an accent takes, for its fast beginning. */
        public float $accentFactor = 1.15,
        /** Shorter strokes are quick: they have a part of the bow of their own. */
        public float $quickStrokeSeconds = 0.3,
        /** Dotted strokes at least this long lie anywhere. */
        public float $dottedStrokeSeconds = 1.0,
        /** Strokes shorter than this with nothing special to say are plain: they live around the middle. */
        public float $plainStrokeSeconds = 1.5,
        /** Below this level of loudness, 0 (pp) to 5 (ff), it is soft. */
        public float $softLevel = 0.5,
        /** Much light bow: how much more of it soft notes take. */
        public float $lightFactor = 1.6,
        public BowRegion $spiccato = new BowRegion(0.2, 0.45, 3.0),
        public BowRegion $dotted = new BowRegion(0.1, 0.5, 0.6),
        public BowRegion $accentDown = new BowRegion(0.0, 0.4, 0.8),
        public BowRegion $accentUp = new BowRegion(0.25, 0.7, 0.6),
        public BowRegion $quick = new BowRegion(0.35, 0.65, 0.6),
        public BowRegion $quickSoft = new BowRegion(0.55, 0.95, 0.6),
        public BowRegion $atFrog = new BowRegion(0.0, 0.3, 3.0),
        public BowRegion $atTip = new BowRegion(0.7, 1.0, 3.0),
        public BowRegion $softRegion = new BowRegion(0.5, 1.0, 0.5),
        public BowRegion $plain = new BowRegion(0.3, 0.7, 2.0),
        public BowRegion $startDown = new BowRegion(0.1, 0.35, 0.5),
        public BowRegion $startUp = new BowRegion(0.55, 0.9, 0.5),
        /** What a director asks for weighs more than what words and styles do by themselves. */
        public BowRegion $askedFrog = new BowRegion(0.0, 0.25, 6.0),
        public BowRegion $askedBalance = new BowRegion(0.15, 0.45, 6.0),
        public BowRegion $askedMiddle = new BowRegion(0.3, 0.7, 6.0),
        public BowRegion $askedTip = new BowRegion(0.75, 1.0, 6.0),
        public BowRegion $askedLower = new BowRegion(0.0, 0.5, 6.0),
        public BowRegion $askedUpper = new BowRegion(0.5, 1.0, 6.0),
        public BowRegion $askedWhole = new BowRegion(0.0, 1.0, 6.0),
        /** How much of its usual length a stroke takes that shall save bow. */
        public float $savedShare = 0.45,
        /** How far beside what was asked for a stroke may lie before it is told, as a share of the bow. */
        public float $besideAsked = 0.15,
        public float $priceRetake = 1.0,
        /** … where the bow is used to stop in rests: dearer than what a teacher does of his own accord, so for a goal only. */
        public float $priceRetakeFrozen = 3.4,
        public float $priceHook = 2.0,
        public float $priceRepeatedPitch = -1.0,
        public float $priceBeforeRest = -0.3,
        /** Nobody hooks onto a downbeat while anything else serves. */
        public float $priceOnDownbeat = 8.0,
        public float $priceOnStrongBeat = 1.0,
        public float $priceAcrossRest = 1.0,
        /** … where the bow is used to stop in rests, and goes on from there. */
        public float $priceAcrossFrozen = 0.0,
        /** Notes shorter than this many seconds are too fast to hook … */
        public float $fastSeconds = 0.2,
        public float $priceFast = 4.0,
        /** … and these are awkward. */
        public float $quickSeconds = 0.28,
        public float $priceQuick = 1.0,
        public float $priceTooLong = 3.0,
        /** A note this long can end early without being missed. */
        public float $longSeconds = 1.0,
        public float $pricePerMeasure = 0.1,
        /** What a teacher does of his own accord costs less; what costs more is done for a goal only. */
        public float $mendsBelow = 3.0,
        /** The school "down on the downbeat": an up bow there. More than two mends, so that one measure alone is mended too. */
        public float $priceUpDownbeat = 6.0,
        /** The same school: an up bow on the last note … */
        public float $priceUpLast = 2.5,
        /** … and on an accent: a retake is worth it, a hook is not. */
        public float $priceUpAccent = 1.5,
        /** As it comes: a section, a return or a loud last note the other way; more than a mark here and another after it. */
        public float $priceWrongLandmark = 4.5,
        /** The same for a chord or an accent after a rest: two retakes are worth it. */
        public float $priceUpChord = 2.2,
        /** As it comes: a mark that nobody hears costs less than this. More is done for a goal only. */
        public float $unheardBelow = 1.95,
        /** Down on the downbeat: a section or a return the other way, above any other downbeat. */
        public float $priceWrongLandmarkDownbeat = 10.0,
        /** A retake without a rest, its time taken from the note before: where a phrase ends … */
        public float $priceCommaAtPhraseEnd = 1.1,
        /** … after a note of a second or more … */
        public float $priceCommaAfterLong = 3.2,
        /** … and anywhere else there is time. */
        public float $priceComma = 4.2,
        /** How much dearer than the best an answer may be that a figure had before. */
        public float $figureSlack = 1.2,
        public DistributionSettings $distribution = new DistributionSettings(),
    ) {
    }

    /** The part of the bow a mark asks for. */
    public function askedRegion(BowPart $part): BowRegion
    {
        return match ($part) {
            BowPart::Frog => $this->askedFrog,
            BowPart::Balance => $this->askedBalance,
            BowPart::Middle => $this->askedMiddle,
            BowPart::Tip => $this->askedTip,
            BowPart::LowerHalf => $this->askedLower,
            BowPart::UpperHalf => $this->askedUpper,
            BowPart::Whole, BowPart::Save => $this->askedWhole,
        };
    }

    /** What carrying the bow back in a rest costs. */
    public function priceOfRetake(): float
    {
        return $this->rests === InRest::Circle ? $this->priceRetake : $this->priceRetakeFrozen;
    }

    /** What going the same way again costs more when the bow has rested on the string in between. */
    public function priceOfRestBetween(): float
    {
        return $this->rests === InRest::Circle ? $this->priceAcrossRest : $this->priceAcrossFrozen;
    }

    /** What a turn may cost for the planner to make it of its own accord. */
    public function mendsBelow(): float
    {
        return $this->school === BowSchool::Downbeat ? $this->mendsBelow : $this->unheardBelow;
    }

    /** What it costs when a landmark comes the other way than it should. */
    public function priceOf(LandmarkKind $kind): float
    {
        $isDownbeat = $this->school === BowSchool::Downbeat;

        return match ($kind) {
            LandmarkKind::Section, LandmarkKind::Return => $isDownbeat ? $this->priceWrongLandmarkDownbeat : $this->priceWrongLandmark,
            LandmarkKind::Last => $isDownbeat ? $this->priceUpLast : $this->priceWrongLandmark,
            LandmarkKind::Chord, LandmarkKind::Accent => $this->priceUpChord,
        };
    }

    public function hairCentimetres(Instrument $instrument): float
    {
        return self::HAIR[$instrument->value] ?? 60.0;
    }

    /** @param string $dynamic pp, p, mp, mf, f or ff; anything else is mf */
    public function speeds(Instrument $instrument, string $dynamic): BowSpeeds
    {
        [$slowest, $comfortable, $fastest] = self::SPEEDS[$dynamic] ?? self::SPEEDS['mf'];
        $isLight = $this->soft === SoftBow::Light && ($dynamic === 'pp' || $dynamic === 'p');
        $comfortable *= $isLight ? $this->lightFactor : 1.0;

        return (new BowSpeeds($slowest, $comfortable, $fastest))->times(self::SPEED_SCALE[$instrument->value] ?? 1.0);
    }
}
