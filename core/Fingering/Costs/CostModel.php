<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\LetterFit;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\FifthHabit;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Settings\ShiftSound;
use UprightPencil\Fingering\Settings\HandHabit;
use UprightPencil\Fingering\Settings\OpenStringSchool;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Fingering\States\HandStates;
use UprightPencil\Fingering\States\Stop;
use UprightPencil\Music\Pitch;
use UprightPencil\Settings\Profile;

/**
 * What each hand state costs by itself, and what going from one to the next costs, item by item.
 *
 * The items are what the words are made of: a price that cannot be named has no place here.
 */
final readonly class CostModel
{
    /** The frame of first position. */
    private const HOME = 2;

    public function __construct(
        private Hand $hand,
        private Strings $strings,
        private Fingerboard $board,
        private FingerSettings $settings,
        private HandStates $states,
    ) {
    }

    /**
     * What a state costs by itself.
     *
     * @return list<Cost>
     */
    public function own(HandState $state, EventContext $context): array
    {
        $items = [];
        foreach ($state->stops as $index => $stop) {
            $items = $stop->isOpen()
                ? [...$items, ...$this->open($state->frame, $context)]
                : [...$items, ...$this->stop($stop, $state->frame, $context->pitches[$index], $context)];
        }
        if (!$state->isOpen || $context->isFirst) {
            $share = ($state->isOpen ? 0.0 : $this->settings->positionHeld) + ($context->isFirst ? $this->settings->positionEntered : 0.0);
            $price = $share * $this->settings->position($this->hand->instrument, $state->frame);
            if ($price > 0.0) {
                $items[] = new Cost(CostKind::Position, $price);
            }
            if (!$state->isOpen && $this->settings->habit === HandHabit::Home && $state->frame !== 2 && !$context->isSlurred) {
                $items[] = new Cost(CostKind::Home, $this->settings->home);
            }
        }

        return $items;
    }

    /** What matters of an event, and of the one after it, for what a state costs there. */
    public function context(HandEvent $event, ?HandEvent $next, bool $isFirst = false): EventContext
    {
        $steps = $next === null ? 0 : $next->pitches[0]->semitone() - $event->pitches[0]->semitone();

        return new EventContext(
            $event->pitches,
            $event->keyFifths,
            $event->isSlurred,
            $event->isSoft && $event->lasts > $this->settings->openRingsSeconds,
            $next !== null && $next->rest < $this->settings->followsSeconds && $steps < 0,
            $next !== null && $next->isSlurred && $steps === 1,
            $isFirst,
        );
    }

    /** @return list<Cost> */
    private function open(int $frame, EventContext $context): array
    {
        $items = [];
        // The schools speak of 0 against 4: only where the fourth finger of this hand would be on the same pitch.
        $hasFourth = $this->hand->hasFourthFor($frame);
        if ($hasFourth && !$context->isSlurred && $this->settings->open === OpenStringSchool::Four) {
            $items[] = new Cost(CostKind::Open, $this->settings->openUnderFour);
        }
        if ($hasFourth && !$context->isSlurred && $this->settings->open === OpenStringSchool::DescendingFour && $context->descends) {
            $items[] = new Cost(CostKind::Open, $this->settings->openDescending);
        }
        if (!$this->settings->profile->isBeginner() && $context->rings) {
            $items[] = new Cost(CostKind::OpenRings, $this->settings->openRings);
        }

        return $items;
    }

    /**
     * @return list<Cost>
     */
    private function stop(Stop $stop, int $frame, Pitch $pitch, EventContext $context): array
    {
        [$string, $finger, $semitones, $shape] = [$stop->string, $stop->finger, $stop->semitones, $stop->shape];
        $count = count($context->pitches);
        $items = [];
        $isUnison = count($context->pitches) === 2 && $context->pitches[0]->semitone() === $context->pitches[1]->semitone();
        if ($finger === 4 && $this->hand->isViolin() && !$isUnison) {
            $isFirstYear = $this->settings->profile === Profile::FirstYear;
            $items[] = new Cost(CostKind::Fourth, $isFirstYear ? $this->settings->fourthFirstYear : $this->settings->fourthFinger);
        }
        $wantsFour = $this->settings->open === OpenStringSchool::Four
            || ($this->settings->open === OpenStringSchool::DescendingFour && $context->descends);
        if ($finger === 4 && !$context->isSlurred && !$wantsFour && $count === 1 && $this->states->hasOpen($pitch)) {
            $items[] = new Cost(CostKind::FourthForOpen, $this->settings->fourthForOpen);
        }
        if ($shape === FingerShape::Harmonic) {
            $items[] = new Cost(CostKind::Harmonic, $this->settings->harmonic);
        }
        $steps = $pitch->step() - $this->strings->steps[$string];
        $fit = $shape === FingerShape::Harmonic ? LetterFit::Full : $this->hand->ownership($finger, $frame, $steps, $semitones);
        $strange = match ($fit) {
            LetterFit::Full => 0.0,
            LetterFit::Shared => $this->settings->sharedPlace,
            LetterFit::HalfPosition => $this->settings->halfPositionLetter,
            LetterFit::None => $this->settings->notOwned,
        };
        if ($strange > 0.0) {
            $items[] = new Cost(CostKind::NotOwned, $strange);
        }
        if ($context->wantsFourNext && $finger === 4 && $this->hand->isViolin()) {
            $items[] = new Cost(CostKind::FourWanted, $this->settings->fourWanted);
        }
        if ($this->isAltered($finger, $shape)) {
            $items[] = new Cost(CostKind::Altered, $this->settings->altered);
        }
        $mm = $this->extension($semitones, $shape);
        if ($mm > 0.0) {
            $price = $mm * $this->settings->extensionPerMm;
            $items[] = new Cost(CostKind::Extension, match (true) {
                $this->hand->isViolin() => $price + $this->settings->fourForward,
                $shape === FingerShape::Forward => $price * $this->settings->openedHand + $this->settings->openingHand,
                default => $price,
            });
        }
        if ($shape === FingerShape::Back && $frame > 2) {
            // The same places lie under the open hand of the position below.
            $items[] = new Cost(CostKind::Extension, $this->settings->backFromHigh);
        }
        $highest = $count === 1 ? $this->states->highestStop($pitch, $context->keyFifths) : null;
        if ($highest !== null && $highest > $string) {
            $each = $this->hand->isViolin() ? $this->settings->lowerStringViolin : $this->settings->lowerStringLow;
            $items[] = new Cost(CostKind::LowerString, $each * ($highest - $string));
        }

        return $items;
    }

    private function isAltered(int $finger, FingerShape $shape): bool
    {
        return $this->hand->isViolin()
            && (($finger === 1 && $shape === FingerShape::Low) || ($finger === 3 && $shape !== FingerShape::Regular)
                || ($finger === 4 && $shape === FingerShape::Low));
    }

    /** Millimetres a stop reaches beyond the hand at rest. */
    public function extension(int $semitones, FingerShape $shape): float
    {
        return match ($shape) {
            FingerShape::Forward => $this->board->span($semitones - 1, $semitones),
            FingerShape::Back => $this->board->span($semitones, $semitones + 1),
            default => 0.0,
        };
    }

    /**
     * What going from one hand state to the next costs.
     *
     * @return list<Cost>
     */
    public function move(HandState $from, HandState $to, MoveContext $context): array
    {
        $items = [];
        $apart = self::stringsApart($from, $to);
        if ($apart > 0) {
            $items[] = $this->crossing($from, $to, $apart, $context);
            if ($context->isSlurred && $this->whistles($from, $to)) {
                $items[] = new Cost(CostKind::OpenWhistles, $this->settings->openWhistles);
            }
        }
        if ($from->frame !== $to->frame) {
            $items[] = $this->shift($from, $to, $context);
            $isGoingHome = $from->frame > self::HOME && $to->frame === self::HOME && $context->rest < $this->settings->restSeconds;
            if ($isGoingHome && $this->settings->habit === HandHabit::Stay) {
                $items[] = new Cost(CostKind::Leaving, $this->settings->stay);
            }
            $excursion = $this->excursion($from->frame, $to->frame);
            if ($excursion > 0.0) {
                $items[] = new Cost(CostKind::Position, $excursion);
            }
        } elseif ($context->rest < $this->settings->memoryRestSeconds) {
            if ($context->since - $context->rest < $this->settings->memorySeconds) {
                $items = [...$items, ...$this->clashes($from, $to, $context->isSameLetter)];
            } elseif ($this->slidesAlong($from, $to)) {
                // However long the note before was held: the finger that is down would have to move.
                [$one, $other] = [$from->stops[0], $to->stops[0]];
                $price = $this->slideInPlace($one->semitones, $other->semitones, $context->isSameLetter, $other->shape);
                $items[] = new Cost(CostKind::Slide, $price);
            }
        }
        if ($context->isSamePitch && !$from->stopsAs($to)) {
            $items[] = new Cost(CostKind::Refinger, $this->settings->refinger);
        }

        return $items;
    }

    /** Leaving for a position is paid once, when the hand goes there; what it costs more than where it was. */
    private function excursion(int $from, int $to): float
    {
        $more = $this->settings->position($this->hand->instrument, $to) - $this->settings->position($this->hand->instrument, $from);

        return $this->settings->positionEntered * max(0.0, $more);
    }

    /** Strings between two hand states; 0 when they share one. */
    private static function stringsApart(HandState $from, HandState $to): int
    {
        $least = 9;
        foreach ($from->stops as $one) {
            foreach ($to->stops as $other) {
                $least = min($least, abs($one->string - $other->string));
            }
        }

        return $least;
    }

    private function crossing(HandState $from, HandState $to, int $apart, MoveContext $context): Cost
    {
        $settings = $this->settings;
        $fast = max(0.0, ($settings->crossingSeconds - $context->since) / $settings->crossingSeconds);
        $price = $context->isSlurred
            ? $settings->slurCrossing + $settings->slurCrossingFast * $fast
            : $settings->crossing + $settings->crossingFast * $fast;
        if ($context->rest >= $settings->restSeconds) {
            $price = $settings->crossing * $settings->crossingInRest;
        }
        if (!$context->isSlurred && $fast <= 0.0 && $from->isOpen && $to->isOpen) {
            $price *= $settings->crossingOpen;
        }
        if ($apart === 1 && self::isLaid($from, $to)) {
            $price = $settings->fifths === FifthHabit::Lay ? $price * $settings->laidFinger : $price + $settings->movedFinger;
        }

        $kind = $context->isSlurred ? CostKind::SlurCrossing : CostKind::Crossing;

        return new Cost($kind, $price * (1 + $settings->crossingEachMore * ($apart - 1)));
    }

    /** One finger laid across a fifth (a fourth on the bass). */
    public static function isLaid(HandState $from, HandState $to): bool
    {
        $one = $from->stops[0];
        $other = $to->stops[0];

        return count($from->stops) === 1 && count($to->stops) === 1 && !$one->isOpen()
            && $one->isLaidWith($other) && $from->frame === $to->frame;
    }

    private function whistles(HandState $from, HandState $to): bool
    {
        return $this->hand->isViolin() && $to->isOpen && ($this->strings->names[$to->stops[0]->string] ?? '') === 'E'
            && $from->stops[0]->string < $to->stops[0]->string;
    }

    private function shift(HandState $from, HandState $to, MoveContext $context): Cost
    {
        $settings = $this->settings;
        $far = abs($from->frame - $to->frame);
        $price = $settings->shift + $settings->shiftPerSemitone * $far;
        $finger = $to->finger();
        $isSameFinger = $finger > 0 && $finger === $from->finger();
        $isOnString = $isSameFinger && $from->stops[0]->string === $to->stops[0]->string;
        $ease = $settings->uneased;
        if ($to->isOpen) {
            $ease = min($ease, $settings->easeOpen);
        } elseif ($from->isOpen) {
            $ease = min($ease, $settings->easeAfterOpen);
        }
        if ($context->rest >= $settings->restSeconds || $context->isFresh) {
            $ease = min($ease, $to->frame === self::HOME ? $settings->easeHomeInRest : $settings->easeRest);
        }
        // A hand that opens on the way does not merely slip.
        // Nor does one that is led by its weakest finger.
        $isFourth = $isOnString && $finger === 4 && $this->hand->isViolin();
        if ($far === 1 && !$isFourth && !$from->isExtended() && !$to->isExtended()) {
            $ease = min($ease, $settings->easeHalfStep);
        }
        $isFirst = $finger === 1 && !$this->hand->isBass();
        if ($isOnString && !$isFourth) {
            $ease = min($ease, $isFirst ? $settings->easeFirstFingerAlong : $settings->easeSameFinger);
        }
        if ($isFirst) {
            $ease = min($ease, $settings->easeFirstFinger);
        }
        $isHeard = $settings->shifts === ShiftSound::Heard && $context->isSlurred;
        $price *= $ease * match (true) {
            $isHeard => $settings->shiftInSlurHeard * ($isOnString ? $settings->slideHeard : 1.0),
            $context->isSlurred => $settings->shiftInSlur,
            default => 1.0,
        };
        if ($isOnString && abs($from->stops[0]->semitones - $to->stops[0]->semitones) === 1) {
            $slide = $settings->handSlide + ($context->isSameLetter ? $settings->slideOwned : $settings->slide);
            if ($slide < $price) {
                return new Cost(CostKind::Slide, $slide);
            }
        }

        return new Cost($context->isSlurred ? CostKind::SlurShift : CostKind::Shift, $price);
    }

    /**
     * What fingers do to each other while the hand stays.
     *
     * @return list<Cost>
     */
    private function clashes(HandState $from, HandState $to, bool $sameLetter): array
    {
        $items = [];
        foreach ($from->memory as $known) {
            foreach ($to->stops as $new) {
                $isTouched = $new->shape === FingerShape::Harmonic || $known->shape === FingerShape::Harmonic;
                // A finger that only touches reaches further and squeezes nothing.
                if ($new->isOpen() || $new->isLaidWith($known) || $isTouched) {
                    continue;
                }
                if ($new->finger === $known->finger) {
                    $items[] = $new->string === $known->string
                        ? new Cost(CostKind::Slide, $this->slideInPlace($known->semitones, $new->semitones, $sameLetter, $new->shape))
                        : new Cost(CostKind::NextDoor, $this->settings->sameFingerNextDoor);
                    continue;
                }
                $gap = $this->gap($known, $new);
                if ($gap !== null) {
                    $items[] = $gap;
                }
            }
        }
        if (!$this->hand->isViolin() && $this->isReshaped($from, $to)) {
            $items[] = new Cost(CostKind::Reshape, $this->settings->reshape);
        }

        return $items;
    }

    /** Whether the finger that stopped the last note stops this one at another place of its string. */
    private function slidesAlong(HandState $from, HandState $to): bool
    {
        [$one, $other] = [$from->stops[0], $to->stops[0]];

        return count($from->stops) === 1 && count($to->stops) === 1 && !$one->isOpen() && $one->finger === $other->finger
            && $one->string === $other->string && $one->semitones !== $other->semitones;
    }

    private function slideInPlace(int $from, int $to, bool $sameLetter, FingerShape $shape): float
    {
        if ($shape === FingerShape::Forward && $to - $from === 1) {
            // The finger reaches on: the extension is paid for already.
            return $this->settings->slideOwned;
        }
        if (abs($from - $to) !== 1) {
            return $this->settings->slide * $this->settings->slideFar;
        }
        if ($sameLetter) {
            return $this->settings->slideOwned;
        }

        // Beside the nut both places are the first finger's: there and back is one small movement.
        return max($from, $to) === 2 ? $this->settings->slideBesideNut : $this->settings->slide;
    }

    /** What two fingers of one hand cost that lie too near or too far apart; null when they do not. */
    private function gap(Stop $one, Stop $other): ?Cost
    {
        [$lower, $upper] = $one->finger < $other->finger ? [$one, $other] : [$other, $one];
        $gap = $upper->semitones - $lower->semitones;
        $isOneString = $one->string === $other->string;
        if ($gap <= 0) {
            return new Cost(CostKind::Squeeze, $this->settings->squeeze * ($isOneString ? 1.0 : $this->settings->squeezeNextDoor));
        }
        if ($this->hand->isViolin() && $upper->finger - $lower->finger === 1 && $gap >= 3) {
            return new Cost(
                CostKind::Gap,
                FingerSettings::GAPS[$lower->finger] * ($gap - 2) * ($isOneString ? 1.0 : $this->settings->gapNextDoor),
            );
        }
        $widest = FingerSettings::WIDEST_CELLO[$lower->finger][$upper->finger] ?? 9;
        if (!$this->hand->isViolin() && $gap > $widest) {
            return new Cost(CostKind::Gap, $this->settings->gapCello * ($gap - $widest));
        }

        return null;
    }

    /** Whether the hand opens or closes between two hand states of one frame. */
    private function isReshaped(HandState $from, HandState $to): bool
    {
        if ($from->isOpen || $to->isOpen) {
            return false;
        }
        $one = $from->stops[0];
        $other = $to->stops[0];

        return $one->finger > 1 && $other->finger > 1
            && ($one->shape === FingerShape::Forward) !== ($other->shape === FingerShape::Forward);
    }
}
