<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\States\FingerConstraints;
use UprightPencil\Fingering\States\HandState;

/**
 * Fingers that stay down while the hand plays next door: when it comes back to the string within about four beats, at the same
 * finger or a higher one, the finger waits there. Where a mark asks for it, a finger stays for as long as it can.
 */
final readonly class HeldFingers
{
    /** Quarter notes a finger may wait. */
    private const LONGEST = 4.0;

    public function __construct(private HandPath $path, private Hand $hand, private FingerConstraints $facts)
    {
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
        foreach ($this->path->moment($layer)->notes as $note) {
            if ($this->facts->isLeftDown($note)) {
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
        $grip = $this->path->chosen($layer);
        $moment = $this->path->moment($layer);
        $to = $layer;
        for ($next = $layer + 1, $count = $this->path->count(); $next < $count; $next++) {
            $there = $this->path->chosen($next);
            $isFar = $this->path->moment($next)->onset - $moment->onset - $moment->quarters > self::LONGEST;
            if ($isFar || $there->frame !== $grip->frame || $this->lifts($grip, $there)) {
                return $to;
            }
            $to = $next;
            if (array_intersect(self::places($grip), self::places($there)) !== []) {
                return $to;
            }
        }

        return $to;
    }

    /** Whether a finger that is down must go for the next grip. */
    private function lifts(HandState $grip, HandState $next): bool
    {
        foreach ($grip->memory as [$string, $finger, $semitones]) {
            foreach ($next->stops as [$otherString, $otherFinger, $otherSemitones]) {
                $isElsewhere = $otherFinger === $finger && ($otherString !== $string || $otherSemitones !== $semitones);
                if ($isElsewhere || ($otherString === $string && $otherSemitones < $semitones)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return list<string> what a grip stops */
    private static function places(HandState $grip): array
    {
        return array_map(
            static fn (array $stop): string => "{$stop[0]} {$stop[1]} {$stop[2]}",
            array_values(array_filter($grip->stops, static fn (array $stop): bool => $stop[1] > 0)),
        );
    }

    private function until(int $layer): ?int
    {
        $grip = $this->path->chosen($layer);
        $moment = $this->path->moment($layer);
        if (count($grip->stops) !== 1 || $grip->isOpen || $moment->isGrace) {
            return null;
        }
        [$string, $finger, $semitones] = $grip->stops[0];
        $end = $moment->onset + $moment->quarters;
        $wasStopped = false;
        for ($next = $layer + 1, $count = $this->path->count(); $next < $count; $next++) {
            $there = $this->path->chosen($next);
            $at = $this->path->moment($next);
            if ($at->onset - $end > self::LONGEST || $there->frame !== $grip->frame || $at->rest > 0.5 || $at->isFresh) {
                return null;
            }
            if (count($there->stops) !== 1) {
                return null;
            }
            [$otherString, $otherFinger, $otherSemitones] = $there->stops[0];
            if ($otherString === $string) {
                // Back on the string: worth it when something was played next door meanwhile.
                // Over a stopped note next door only the very finger that comes back is worth holding.
                $isSame = $otherFinger === $finger && $otherSemitones === $semitones;
                $isServed = $isSame || (!$wasStopped && $otherFinger > $finger);

                return $next > $layer + 1 && $otherFinger > 0 && $isServed ? $next : null;
            }
            if (abs($otherString - $string) !== 1) {
                return null;
            }
            $isNeeded = $otherFinger === $finger && $otherSemitones !== $semitones;
            $isTense = !$this->hand->isViolin() && $otherFinger > 0;
            $isInTheWay = $otherFinger > 0 && $otherFinger < $finger && !$this->hand->isViolin();
            if ($isNeeded || $isTense || $isInTheWay) {
                return null;
            }
            $wasStopped = $wasStopped || $otherFinger > 0;
        }

        return null;
    }
}
