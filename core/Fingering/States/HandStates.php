<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Music\Pitch;

/** Every way a hand can take a moment: what the class has learned first, then what the edition or a mark asks beyond it. */
final class HandStates
{
    /** @var array<string, list<array{int, int, int, int, string}>> string, finger, frame, semitones, shape; by pitch */
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

    /** What can be done at a moment, and whether it is what was asked. */
    public function at(HandEvent $event): StateOptions
    {
        $isFixed = false;
        foreach ($event->notes as $note) {
            $isFixed = $isFixed || $this->constraints->isFixed($note);
        }
        $key = $isFixed ? '' : implode(' ', $event->pitches) . " {$event->keyFifths}" . ($event->isHarmonic ? 'o' : '');
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
            $states = $this->grips($event, $hand, $obeys);
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
        foreach ($this->options($pitch, $this->hand, $keyFifths) as [$string, $finger]) {
            if ($finger > 0 && $string > ($highest ?? -1)) {
                $highest = $string;
            }
        }

        return $highest;
    }

    /** Whether an open string sounds this pitch. */
    public function hasOpen(Pitch $pitch): bool
    {
        return in_array($pitch->semitone(), $this->strings->semitones, true);
    }

    /** @return list<array{stops: list<array{int, int, int, string}>, frame: int|null}> frame null when all is open */
    private function grips(HandEvent $event, Hand $hand, bool $obeys): array
    {
        $partial = [['stops' => [], 'frame' => null]];
        foreach ($event->pitches as $index => $pitch) {
            $options = $event->isHarmonic
                ? $this->harmonics($pitch, $hand)
                : $this->options($pitch, $hand, $event->keyFifths);
            if ($obeys) {
                $options = $this->obeying($options, $event->notes[$index], $pitch, $hand);
            }
            $longer = [];
            foreach ($partial as ['stops' => $stops, 'frame' => $frame]) {
                foreach ($options as [$string, $finger, $place, $semitones, $shape]) {
                    if ($finger > 0 && $frame !== null && $frame !== $place) {
                        continue;
                    }
                    if (self::fits($stops, $string, $finger, $semitones)) {
                        $longer[] = [
                            'stops' => [...$stops, [$string, $finger, $semitones, $shape]],
                            'frame' => $finger > 0 ? $place : $frame,
                        ];
                    }
                }
            }
            $partial = $longer;
        }

        return array_values(array_filter($partial, static fn (array $state): bool => self::areNeighbours($state['stops'])));
    }

    /**
     * Whether a note more can be taken beside these: on a string of its own, by a finger of its own (or one laid across a fifth),
     * fingers in their order.
     *
     * @param list<array{int, int, int, string}> $stops
     */
    private static function fits(array $stops, int $string, int $finger, int $semitones): bool
    {
        foreach ($stops as [$otherString, $otherFinger, $otherSemitones]) {
            if ($otherString === $string) {
                return false;
            }
            if ($finger === 0 || $otherFinger === 0) {
                continue;
            }
            $isLaid = $finger === $otherFinger && $semitones === $otherSemitones;
            $isInOrder = ($finger <=> $otherFinger) === ($semitones <=> $otherSemitones);
            if (!$isLaid && ($finger === $otherFinger || !$isInOrder)) {
                return false;
            }
        }

        return true;
    }

    /** @param list<array{int, int, int, string}> $stops */
    private static function areNeighbours(array $stops): bool
    {
        $strings = array_column($stops, 0);

        return $strings !== [] && max($strings) - min($strings) === count($strings) - 1;
    }

    /** @return list<array{int, int, int, int, string}> */
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
                $options[] = [$string, 0, 0, 0, 'open'];
            }
            foreach ($semitones > 0 ? $hand->fingersAt($semitones, $keyAsks) : [] as [$finger, $frame, $shape]) {
                $options[] = [$string, $finger, $frame, $semitones, $shape];
            }
        }

        return $this->options[$key] = $options;
    }

    /**
     * Natural harmonics: the string touched at its half, third or fourth part. The octave is the landmark under 4 (or 3 on the
     * cello), wherever the hand is near.
     *
     * @return list<array{int, int, int, int, string}>
     */
    private function harmonics(Pitch $pitch, Hand $hand): array
    {
        $options = [];
        foreach ([12 => 12, 19 => 7, 24 => 5] as $sounds => $touched) {
            foreach ($this->strings->semitones as $string => $open) {
                if ($pitch->semitone() - $open !== $sounds) {
                    continue;
                }
                foreach ($hand->fingersAt($touched, true) as [$finger, $frame]) {
                    $options[] = [$string, $finger, $frame, $touched, 'harmonic'];
                }
            }
        }

        return $options;
    }

    /**
     * @param list<array{int, int, int, int, string}> $options
     * @return list<array{int, int, int, int, string}>
     */
    private function obeying(array $options, int $note, Pitch $pitch, Hand $hand): array
    {
        $finger = $this->constraints->finger($note);
        $string = $this->constraints->string($note);
        $position = $this->constraints->position($note);
        $kept = [];
        foreach ($options as $option) {
            [$on, $with, , , $shape] = $option;
            $isFinger = $finger === null || ($with === $finger['finger'] && self::isShape($finger['shape'], $shape, $with));
            $isString = $string === null || $this->isString($on, $string['string']);
            if ($isFinger && $isString) {
                $kept[] = $option;
            }
        }
        if ($position === null || $finger !== null && $finger['finger'] === 0) {
            return $kept;
        }
        $there = array_values(array_filter(
            $kept,
            fn (array $option): bool => $option[1] > 0
                && $this->hand->isIn($position['position'], $option[2], $this->stepsOfFirst($option, $pitch)),
        ));
        if ($there !== []) {
            return $there;
        }
        if ($hand !== $this->grown && $this->obeying($this->options($pitch, $this->grown, 0), $note, $pitch, $this->grown) !== []) {
            // Beyond what the class knows there is a finger for it in the position that was asked for.
            return [];
        }

        // The position has no finger for it: an open string serves.
        return array_values(array_filter($kept, static fn (array $option): bool => $option[1] === 0));
    }

    /** @param array{int, int, int, int, string} $option */
    private function stepsOfFirst(array $option, Pitch $pitch): int
    {
        return $pitch->step() - $this->strings->steps[$option[0]] - $option[1] + 1;
    }

    private static function isShape(string $asked, string $shape, int $finger): bool
    {
        return match ($asked) {
            'low' => $shape === 'low' || $shape === 'back',
            'high' => $shape === 'high',
            'x' => $shape === 'forward' || $shape === 'back',
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
        $altered = $fifths >= 0 ? substr('FCGDAEB', 0, $fifths) : substr('BEADGCF', 0, -$fifths);
        $isListed = str_contains($altered, $pitch->letter) && $altered !== '';

        return $pitch->alteration === ($isListed ? ($fifths > 0 ? 1 : -1) : 0);
    }
}
