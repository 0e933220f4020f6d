<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\LetterFit;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Fingering\States\HandStates;
use UprightPencil\Music\Pitch;

/**
 * What each hand state costs by itself, and what going from one to the next costs, item by item.
 *
 * The items are what the words are made of: a price that cannot be named has no place here.
 *
 * @phpstan-type Items list<array{CostKind, float}>
 */
final readonly class CostModel
{
    public function __construct(
        private Hand $hand,
        private Strings $strings,
        private Fingerboard $board,
        private FingerSettings $settings,
        private HandStates $states,
    ) {
    }

    /**
     * @param bool $descends whether a lower note follows
     * @param bool $wantsFourNext whether a half step higher follows in the slur, for which the fourth finger is wanted
     * @return Items
     */
    public function own(HandState $state, HandEvent $event, bool $descends, bool $wantsFourNext = false): array
    {
        $items = [];
        foreach ($state->stops as $index => $stop) {
            $items = $stop[1] === 0
                ? [...$items, ...$this->open($event, $descends)]
                : [...$items, ...$this->stop($stop, $state->frame, $event, $event->pitches[$index], $descends, $wantsFourNext)];
        }
        if (!$state->isOpen) {
            $price = $this->settings->position($this->hand->instrument, $state->frame);
            if ($price > 0.0) {
                $items[] = [CostKind::Position, $price];
            }
            if ($this->settings->goesHome && $state->frame !== 2 && !$event->isSlurred) {
                $items[] = [CostKind::Home, $this->settings->home];
            }
        }

        return $items;
    }

    /** @return Items */
    private function open(HandEvent $event, bool $descends): array
    {
        $items = [];
        if (!$event->isSlurred && $this->settings->open === 'four') {
            $items[] = [CostKind::Open, $this->settings->openUnderFour];
        }
        if (!$event->isSlurred && $this->settings->open === 'descending-four' && $descends) {
            $items[] = [CostKind::Open, $this->settings->openDescending];
        }
        $isOlder = in_array($this->settings->profile, ['third-position', 'advanced'], true);
        if ($isOlder && $event->lasts > 1.1 && $event->isSoft) {
            $items[] = [CostKind::OpenRings, $this->settings->openRings];
        }

        return $items;
    }

    /**
     * @param array{int, int, int, string} $stop
     * @return Items
     */
    private function stop(array $stop, int $frame, HandEvent $event, Pitch $pitch, bool $descends, bool $wantsFourNext): array
    {
        [$string, $finger, $semitones, $shape] = $stop;
        $count = count($event->pitches);
        $items = [];
        $isUnison = count($event->pitches) === 2 && $event->pitches[0]->semitone() === $event->pitches[1]->semitone();
        if ($finger === 4 && $this->hand->isViolin() && !$isUnison) {
            $isFirstYear = $this->settings->profile === 'first-year';
            $items[] = [CostKind::Fourth, $isFirstYear ? $this->settings->fourthFirstYear : $this->settings->fourthFinger];
        }
        $wantsFour = $this->settings->open === 'four' || ($this->settings->open === 'descending-four' && $descends);
        if (!$event->isSlurred && !$wantsFour && $count === 1 && $this->states->hasOpen($pitch)) {
            $items[] = [CostKind::FourthForOpen, $this->settings->fourthForOpen];
        }
        $steps = $pitch->step() - $this->strings->steps[$string];
        $strange = match ($shape === 'harmonic' ? LetterFit::Full : $this->hand->ownership($finger, $frame, $steps, $semitones)) {
            LetterFit::Full => 0.0,
            LetterFit::Shared => $this->settings->sharedPlace,
            LetterFit::HalfPosition => $this->settings->halfPositionLetter,
            LetterFit::None => $this->settings->notOwned,
        };
        if ($strange > 0.0) {
            $items[] = [CostKind::NotOwned, $strange];
        }
        if ($wantsFourNext && $finger === 4 && $this->hand->isViolin()) {
            $items[] = [CostKind::FourWanted, $this->settings->fourWanted];
        }
        if ($this->isAltered($finger, $shape)) {
            $items[] = [CostKind::Altered, $this->settings->altered];
        }
        $mm = $this->extension($semitones, $shape);
        if ($mm > 0.0) {
            $items[] = [
                CostKind::Extension,
                $this->hand->isViolin()
                    ? $mm * $this->settings->extensionPerMm + $this->settings->fourForward
                    : $mm * $this->settings->extensionPerMm * ($shape === 'forward' ? $this->settings->openedHand : 1.0),
            ];
        }
        if ($shape === 'back' && $frame > 2) {
            // The same places lie under the open hand of the position below.
            $items[] = [CostKind::Extension, $this->settings->backFromHigh];
        }
        $highest = $count === 1 ? $this->states->highestStop($pitch, $event->keyFifths) : null;
        if ($highest !== null && $highest > $string) {
            $each = $this->hand->isViolin() ? $this->settings->lowerStringViolin : $this->settings->lowerStringLow;
            $items[] = [CostKind::LowerString, $each * ($highest - $string)];
        }

        return $items;
    }

    private function isAltered(int $finger, string $shape): bool
    {
        return $this->hand->isViolin()
            && (($finger === 1 && $shape === 'low') || ($finger === 3 && $shape !== 'regular')
                || ($finger === 4 && $shape === 'low'));
    }

    /** Millimetres a stop reaches beyond the hand at rest. */
    public function extension(int $semitones, string $shape): float
    {
        return match ($shape) {
            'forward' => $this->board->span($semitones - 1, $semitones),
            'back' => $this->board->span($semitones, $semitones + 1),
            default => 0.0,
        };
    }

    /**
     * What going from one hand state to the next costs.
     *
     * @param bool $sameLetter whether both are one note of the same letter and octave
     * @param bool $samePitch whether the pitches are the same
     * @return Items
     */
    public function move(HandState $from, HandState $to, HandEvent $event, bool $sameLetter, bool $samePitch): array
    {
        $items = [];
        $apart = self::stringsApart($from, $to);
        if ($apart > 0) {
            $items[] = $this->crossing($from, $to, $apart, $event);
            if ($event->isSlurred && $this->whistles($from, $to)) {
                $items[] = [CostKind::OpenWhistles, $this->settings->openWhistles];
            }
        }
        if ($from->frame !== $to->frame) {
            $items[] = $this->shift($from, $to, $event, $sameLetter);
        } elseif ($event->since - $event->rest < $this->settings->memorySeconds && $event->rest < 1.0) {
            $items = [...$items, ...$this->clashes($from, $to, $sameLetter)];
        }
        if ($samePitch && $from->stops !== $to->stops) {
            $items[] = [CostKind::Refinger, $this->settings->refinger];
        }

        return $items;
    }

    /** Strings between two hand states; 0 when they share one. */
    private static function stringsApart(HandState $from, HandState $to): int
    {
        $least = 9;
        foreach ($from->stops as [$one]) {
            foreach ($to->stops as [$other]) {
                $least = min($least, abs($one - $other));
            }
        }

        return $least;
    }

    /** @return array{CostKind, float} */
    private function crossing(HandState $from, HandState $to, int $apart, HandEvent $event): array
    {
        $settings = $this->settings;
        $fast = max(0.0, ($settings->crossingSeconds - $event->since) / $settings->crossingSeconds);
        $price = $event->isSlurred
            ? $settings->slurCrossing + $settings->slurCrossingFast * $fast
            : $settings->crossing + $settings->crossingFast * $fast;
        if ($event->rest >= $settings->restSeconds) {
            $price = $settings->crossing * 0.4;
        }
        if ($apart === 1 && self::isLaid($from, $to)) {
            $price *= $settings->laidFinger;
        }

        return [$event->isSlurred ? CostKind::SlurCrossing : CostKind::Crossing, $price * (1 + 0.5 * ($apart - 1))];
    }

    /** One finger laid across a fifth (a fourth on the bass). */
    public static function isLaid(HandState $from, HandState $to): bool
    {
        $one = $from->stops[0];
        $other = $to->stops[0];

        return count($from->stops) === 1 && count($to->stops) === 1 && $one[1] > 0
            && $one[1] === $other[1] && $one[2] === $other[2] && $from->frame === $to->frame;
    }

    private function whistles(HandState $from, HandState $to): bool
    {
        return $this->hand->isViolin() && $to->isOpen && ($this->strings->names[$to->stops[0][0]] ?? '') === 'E'
            && $from->stops[0][0] < $to->stops[0][0];
    }

    /** @return array{CostKind, float} */
    private function shift(HandState $from, HandState $to, HandEvent $event, bool $sameLetter): array
    {
        $settings = $this->settings;
        $far = abs($from->frame - $to->frame);
        $price = $settings->shift + $settings->shiftPerSemitone * $far;
        $finger = $to->finger();
        $isSameFinger = $finger > 0 && $finger === $from->finger();
        $isOnString = $isSameFinger && $from->stops[0][0] === $to->stops[0][0];
        $ease = $settings->uneased;
        if ($to->isOpen) {
            $ease = min($ease, $settings->easeOpen);
        } elseif ($from->isOpen) {
            // The hand goes while the open string sounds, not when it is over.
            $ease = min($ease, $settings->easeOpen * 1.05);
        }
        if ($event->rest >= $settings->restSeconds || $event->isFresh) {
            $ease = min($ease, $settings->easeRest);
        }
        // A hand that opens on the way does not merely slip.
        if ($far === 1 && !$from->isExtended() && !$to->isExtended()) {
            $ease = min($ease, $settings->easeHalfStep);
        }
        $isFirst = $finger === 1 && !$this->hand->isBass();
        if ($isOnString) {
            $ease = min($ease, $isFirst ? $settings->easeFirstFingerAlong : $settings->easeSameFinger);
        }
        if ($isFirst) {
            $ease = min($ease, $settings->easeFirstFinger);
        }
        $price *= $ease * ($event->isSlurred ? $settings->shiftInSlur : 1.0);
        if ($isOnString && abs($from->stops[0][2] - $to->stops[0][2]) === 1) {
            $slide = $settings->handSlide + ($sameLetter ? $settings->slideOwned : $settings->slide);
            if ($slide < $price) {
                return [CostKind::Slide, $slide];
            }
        }

        return [$event->isSlurred ? CostKind::SlurShift : CostKind::Shift, $price];
    }

    /**
     * What fingers do to each other while the hand stays.
     *
     * @return Items
     */
    private function clashes(HandState $from, HandState $to, bool $sameLetter): array
    {
        $items = [];
        foreach ($from->memory as [$string, $finger, $semitones]) {
            foreach ($to->stops as [$newString, $newFinger, $newSemitones, $shape]) {
                if ($newFinger === 0 || ($newFinger === $finger && $newSemitones === $semitones)) {
                    continue;
                }
                if ($newFinger === $finger) {
                    $items[] = $newString === $string
                        ? [CostKind::Slide, $this->slideInPlace($semitones, $newSemitones, $sameLetter, $shape)]
                        : [CostKind::NextDoor, $this->settings->sameFingerNextDoor];
                    continue;
                }
                $gap = $this->gap($finger, $semitones, $newFinger, $newSemitones, $string === $newString);
                if ($gap !== null) {
                    $items[] = $gap;
                }
            }
        }
        if (!$this->hand->isViolin() && $this->isReshaped($from, $to)) {
            $items[] = [CostKind::Reshape, $this->settings->reshape];
        }

        return $items;
    }

    private function slideInPlace(int $from, int $to, bool $sameLetter, string $shape): float
    {
        if ($shape === 'forward' && $to - $from === 1) {
            // The finger reaches on: the extension is paid for already.
            return $this->settings->slideOwned;
        }
        if (abs($from - $to) !== 1) {
            return $this->settings->slide * 1.5;
        }
        if ($sameLetter) {
            return $this->settings->slideOwned;
        }

        // Beside the nut both places are the first finger's: there and back is one small movement.
        return max($from, $to) === 2 ? $this->settings->slideBesideNut : $this->settings->slide;
    }

    /** @return array{CostKind, float}|null */
    private function gap(int $finger, int $semitones, int $newFinger, int $newSemitones, bool $isOneString): ?array
    {
        $lower = min($finger, $newFinger);
        $gap = $finger < $newFinger ? $newSemitones - $semitones : $semitones - $newSemitones;
        if ($gap <= 0) {
            return [CostKind::Squeeze, $this->settings->squeeze * ($isOneString ? 1.0 : 0.6)];
        }
        if ($this->hand->isViolin() && abs($finger - $newFinger) === 1 && $gap >= 3) {
            return [CostKind::Gap, (FingerSettings::GAPS[$lower] ?? 1.5) * ($gap - 2) * ($isOneString ? 1.0 : 0.7)];
        }
        $widest = FingerSettings::WIDEST_CELLO[$lower][max($finger, $newFinger)] ?? 9;
        if (!$this->hand->isViolin() && $gap > $widest) {
            return [CostKind::Gap, $this->settings->gapCello * ($gap - $widest)];
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

        return $one[1] > 1 && $other[1] > 1 && ($one[3] === 'forward') !== ($other[3] === 'forward');
    }
}
