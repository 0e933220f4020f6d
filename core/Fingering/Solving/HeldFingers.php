<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\States\FingerConstraints;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Fingering\States\Stop;

/**
 * Fingers that stay down while the hand plays next door: when it comes back to the string within about four beats, at the same
 * finger or a higher one, the finger waits there. Where a mark asks for it, a finger stays for as long as it can.
 */
final readonly class HeldFingers
{
    public function __construct(
        private HandPath $path,
        private Hand $hand,
        private FingerConstraints $constraints,
        private FingerSettings $settings,
    ) {
    }

    /** @return array<int, int> the layer to which the finger waits, by the layer in which it goes down */
    public function all(): array
    {
        $waits = [];
        for ($layer = 0, $count = $this->path->count(); $layer < $count; $layer++) {
            $until = $this->until($layer) ?? ($this->isAsked($layer) ? $this->longest($layer) : null);
            if ($until !== null) {
                $waits[$layer] = $until;
            }
        }

        return $waits;
    }

    private function isAsked(int $layer): bool
    {
        foreach ($this->path->eventAt($layer)->notes as $note) {
            if ($this->constraints->isLeftDown($note)) {
                return true;
            }
        }

        return false;
    }

    /**
     * The last layer over which a finger can stay: until it is needed elsewhere, is in the way of a lower note, or the hand moves;
     * its own layer where it must go at once.
     */
    private function longest(int $layer): int
    {
        $state = $this->path->chosen($layer);
        $event = $this->path->eventAt($layer);
        $to = $layer;
        for ($next = $layer + 1, $count = $this->path->count(); $next < $count; $next++) {
            $there = $this->path->chosen($next);
            $isFar = $this->path->eventAt($next)->onset - $event->onset - $event->quarters > $this->settings->heldQuarters;
            if ($isFar || $there->frame !== $state->frame || $this->lifts($state, $there)) {
                return $to;
            }
            $to = $next;
            if (array_intersect(self::places($state), self::places($there)) !== []) {
                return $to;
            }
        }

        return $to;
    }

    /** Whether a finger that is down must go for the next hand state. */
    private function lifts(HandState $state, HandState $next): bool
    {
        foreach ($state->memory as $stop) {
            foreach ($next->stops as $other) {
                $isOnString = $other->string === $stop->string;
                $isElsewhere = $other->finger === $stop->finger && (!$isOnString || $other->semitones !== $stop->semitones);
                if ($isElsewhere || ($isOnString && $other->semitones < $stop->semitones)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return list<string> what a hand state stops */
    private static function places(HandState $state): array
    {
        return array_map(
            static fn (Stop $stop): string => "{$stop->string} {$stop->finger} {$stop->semitones}",
            array_values(array_filter($state->stops, static fn (Stop $stop): bool => !$stop->isOpen())),
        );
    }

    private function until(int $layer): ?int
    {
        $state = $this->path->chosen($layer);
        $event = $this->path->eventAt($layer);
        if (count($state->stops) !== 1 || $state->isOpen || $event->isGrace) {
            return null;
        }
        $stop = $state->stops[0];
        $end = $event->onset + $event->quarters;
        $wasStopped = false;
        for ($next = $layer + 1, $count = $this->path->count(); $next < $count; $next++) {
            $there = $this->path->chosen($next);
            $at = $this->path->eventAt($next);
            if ($at->onset - $end > $this->settings->heldQuarters || $there->frame !== $state->frame || $at->rest > 0.5 || $at->isFresh) {
                return null;
            }
            if (count($there->stops) !== 1) {
                return null;
            }
            $other = $there->stops[0];
            if ($other->string === $stop->string) {
                // Back on the string: worth it when something was played next door meanwhile.
                // Over a stopped note next door only the very finger that comes back is worth holding.
                $isSame = $other->isLaidWith($stop);
                $isServed = $isSame || (!$wasStopped && $other->finger > $stop->finger);

                return $next > $layer + 1 && $other->finger > 0 && $isServed ? $next : null;
            }
            if (abs($other->string - $stop->string) !== 1) {
                return null;
            }
            $isNeeded = $other->finger === $stop->finger && $other->semitones !== $stop->semitones;
            $isTense = !$this->hand->isViolin() && $other->finger > 0;
            $isInTheWay = $other->finger > 0 && $other->finger < $stop->finger && !$this->hand->isViolin();
            if ($isNeeded || $isTense || $isInTheWay) {
                return null;
            }
            $wasStopped = $wasStopped || $other->finger > 0;
        }

        return null;
    }
}
