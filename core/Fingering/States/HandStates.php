<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Music\Pitch;

/** Every way a hand can take an event: what the class has learned first, then what the edition or a mark asks beyond it. */
final class HandStates
{
    /** Seconds from which on a note has time to ring as a harmonic. */
    private const LONG_ENOUGH = 0.8;
    private const OCTAVE = 12;

    /** @var array<string, list<StopOption>> by pitch */
    private array $options = [];
    /** @var array<string, StateOptions> where nothing is fixed, by pitches and key signature */
    private array $free = [];
    private readonly Hand $grown;

    public function __construct(
        private readonly Hand $hand,
        private readonly Strings $strings,
        private readonly FingerConstraints $constraints,
    ) {
        $this->grown = $hand->grown();
    }

    /** What can be done at an event, and whether it is what was asked. */
    public function at(HandEvent $event): StateOptions
    {
        $isFixed = false;
        foreach ($event->notes as $note) {
            $isFixed = $isFixed || $this->constraints->isFixed($note);
        }
        $touch = $event->isHarmonic ? 'o' : ($this->isTouchable($event) ? 't' : '');
        $key = $isFixed ? '' : implode(' ', $event->pitches) . " {$event->keyFifths}{$touch}";
        if (isset($this->free[$key])) {
            return $this->free[$key];
        }
        $found = $this->find($event, $isFixed);
        if (!$isFixed) {
            $this->free[$key] = $found;
        }

        return $found;
    }

    private function find(HandEvent $event, bool $isFixed): StateOptions
    {
        $tries = $isFixed
            ? [[$this->hand, true, Playability::AsAsked], [$this->grown, true, Playability::BeyondTheClass],
                [$this->hand, false, Playability::CannotBeAsked], [$this->grown, false, Playability::CannotBeAsked]]
            : [[$this->hand, false, Playability::AsAsked], [$this->grown, false, Playability::BeyondTheClass]];
        foreach ($tries as [$hand, $obeys, $answer]) {
            $states = $this->stopSets($event, $hand, $obeys);
            if ($states !== []) {
                return new StateOptions($states, $answer);
            }
        }

        return new StateOptions([], Playability::OutOfReach);
    }

    /** The highest string on which the class can stop a pitch, null when none. */
    public function highestStop(Pitch $pitch, int $keyFifths): ?int
    {
        $highest = null;
        foreach ($this->options($pitch, $this->hand, $keyFifths) as $option) {
            if (!$option->stop->isOpen() && $option->stop->string > ($highest ?? -1)) {
                $highest = $option->stop->string;
            }
        }

        return $highest;
    }

    /** Whether an open string sounds this pitch. */
    public function hasOpen(Pitch $pitch): bool
    {
        return in_array($pitch->semitone(), $this->strings->semitones, true);
    }

    /** @return list<StopSet> */
    private function stopSets(HandEvent $event, Hand $hand, bool $obeys): array
    {
        $partial = [new StopSet([], null)];
        foreach ($event->pitches as $index => $pitch) {
            $options = $event->isHarmonic
                ? $this->harmonics($pitch, $hand)
                : $this->options($pitch, $hand, $event->keyFifths);
            if ($obeys) {
                $options = $this->obeying($options, $event->notes[$index], $pitch, $hand);
            }
            foreach ($this->isTouchable($event) ? $this->octaveHarmonics($pitch, $hand) : [] as $touched) {
                // A digit alone asks for a stopped note.
                $asked = $this->constraints->finger($event->notes[$index])->shape ?? 'harmonic';
                if (!$obeys || ($asked === 'harmonic' && $this->obeying([$touched], $event->notes[$index], $pitch, $hand) !== [])) {
                    $options[] = $touched;
                }
            }
            $longer = [];
            foreach ($partial as $set) {
                foreach ($options as $option) {
                    $isOpen = $option->stop->isOpen();
                    if (!$isOpen && $set->frame !== null && $set->frame !== $option->frame) {
                        continue;
                    }
                    if (self::fits($set->stops, $option->stop)) {
                        $longer[] = new StopSet([...$set->stops, $option->stop], $isOpen ? $set->frame : $option->frame);
                    }
                }
            }
            $partial = $longer;
        }

        return array_values(array_filter($partial, static fn (StopSet $set): bool => self::areNeighbours($set->stops)));
    }

    /**
     * Whether a note more can be taken beside these: on a string of its own, by a finger of its own (or one laid across a fifth),
     * fingers in their order.
     *
     * @param list<Stop> $stops
     */
    private static function fits(array $stops, Stop $more): bool
    {
        foreach ($stops as $stop) {
            if ($stop->string === $more->string) {
                return false;
            }
            if ($more->isOpen() || $stop->isOpen()) {
                continue;
            }
            $isInOrder = ($more->finger <=> $stop->finger) === ($more->semitones <=> $stop->semitones);
            if (!$more->isLaidWith($stop) && ($more->finger === $stop->finger || !$isInOrder)) {
                return false;
            }
        }

        return true;
    }

    /** @param list<Stop> $stops */
    private static function areNeighbours(array $stops): bool
    {
        $strings = array_column($stops, 'string');

        return $strings !== [] && max($strings) - min($strings) === count($strings) - 1;
    }

    /** @return list<StopOption> */
    private function options(Pitch $pitch, Hand $hand, int $keyFifths): array
    {
        $keyAsks = self::isInKey($pitch, $keyFifths);
        $key = "{$pitch}" . ($keyAsks ? '+' : '-') . ($hand === $this->hand ? '' : '*');
        if (isset($this->options[$key])) {
            return $this->options[$key];
        }
        $options = [];
        for ($string = count($this->strings->semitones) - 1; $string >= 0; $string--) {
            $semitones = $pitch->semitone() - $this->strings->semitones[$string];
            if ($semitones === 0) {
                $options[] = new StopOption(Stop::open($string), 0);
            }
            foreach ($semitones > 0 ? $hand->fingersAt($semitones, $keyAsks) : [] as $place) {
                $options[] = new StopOption(new Stop($string, $place->finger, $semitones, $place->shape), $place->frame);
            }
        }

        return $this->options[$key] = $options;
    }

    /**
     * Natural harmonics: the string touched at its half, third or fourth part. The octave is the landmark under 4 (or 3 on the
     * cello), wherever the hand is near.
     *
     * @return list<StopOption>
     */
    private function harmonics(Pitch $pitch, Hand $hand): array
    {
        $options = [];
        foreach ([12 => 12, 19 => 7, 24 => 5] as $sounds => $touched) {
            foreach ($this->strings->semitones as $string => $open) {
                if ($pitch->semitone() - $open !== $sounds) {
                    continue;
                }
                foreach ($hand->fingersAt($touched, true) as $place) {
                    $options[] = new StopOption(new Stop($string, $place->finger, $touched, FingerShape::Harmonic), $place->frame);
                }
            }
        }

        return $options;
    }

    /** Long single notes of a class that plays harmonics, and notes for which one is asked. */
    private function isTouchable(HandEvent $event): bool
    {
        $isAsked = ($this->constraints->finger($event->notes[0])->shape ?? '') === 'harmonic';
        $isLong = $event->lasts >= self::LONG_ENOUGH && $this->hand->playsHarmonics();

        return !$event->isHarmonic && !$event->isChord() && !$event->isGrace && ($isAsked || $isLong);
    }

    /**
     * The octave harmonic of a pitch, where an open string has it: under a finger that lies there, or a tone beyond the fourth, which
     * needs no strength to touch it.
     *
     * @return list<StopOption>
     */
    private function octaveHarmonics(Pitch $pitch, Hand $hand): array
    {
        $string = array_search($pitch->semitone() - self::OCTAVE, $this->strings->semitones, true);
        if (!is_int($string)) {
            return [];
        }
        $options = [new StopOption(new Stop($string, 4, self::OCTAVE, FingerShape::Harmonic), $hand->touchesOctaveFrom())];
        foreach ($hand->fingersAt(self::OCTAVE, true) as $place) {
            if (!$place->shape->isExtension()) {
                $options[] = new StopOption(new Stop($string, $place->finger, self::OCTAVE, FingerShape::Harmonic), $place->frame);
            }
        }

        return $options;
    }

    /**
     * @param list<StopOption> $options
     * @return list<StopOption>
     */
    private function obeying(array $options, int $note, Pitch $pitch, Hand $hand): array
    {
        $finger = $this->constraints->finger($note);
        $string = $this->constraints->string($note);
        $position = $this->constraints->position($note);
        $kept = [];
        foreach ($options as $option) {
            $isFinger = $finger === null
                || (in_array($finger->finger, [null, $option->stop->finger], true) && self::isShape($finger->shape, $option->stop->shape));
            $isString = $string === null || $this->isString($option->stop->string, $string->string);
            if ($isFinger && $isString) {
                $kept[] = $option;
            }
        }
        if ($position === null || $finger !== null && $finger->finger === 0) {
            return $kept;
        }
        $there = array_values(array_filter(
            $kept,
            fn (StopOption $option): bool => !$option->stop->isOpen()
                && $this->hand->isIn($position->position, $option->frame, $this->stepsOfFirst($option->stop, $pitch)),
        ));
        if ($there !== []) {
            return $there;
        }
        if ($hand !== $this->grown && $this->obeying($this->options($pitch, $this->grown, 0), $note, $pitch, $this->grown) !== []) {
            // Beyond what the class knows there is a finger for it in the position that was asked for.
            return [];
        }

        // The position has no finger for it: an open string serves.
        return array_values(array_filter($kept, static fn (StopOption $option): bool => $option->stop->isOpen()));
    }

    private function stepsOfFirst(Stop $stop, Pitch $pitch): int
    {
        return $pitch->step() - $this->strings->steps[$stop->string] - $stop->finger + 1;
    }

    private static function isShape(string $asked, FingerShape $shape): bool
    {
        return match ($asked) {
            'low' => $shape === FingerShape::Low || $shape === FingerShape::Back,
            'high' => $shape === FingerShape::High,
            'x' => $shape->isExtension(),
            'harmonic' => $shape === FingerShape::Harmonic,
            default => true,
        };
    }

    /** The edition may name a string by its letter, or number it from the highest. */
    private function isString(int $string, string $asked): bool
    {
        $byNumber = ctype_digit($asked) ? count($this->strings->names) - (int) $asked : null;

        return $this->strings->names[$string] === $asked || $string === $byNumber;
    }

    private static function isInKey(Pitch $pitch, int $fifths): bool
    {
        return $pitch->alteration === Pitch::alterationInKey($pitch->letter, $fifths);
    }
}
