<?php

declare(strict_types=1);

namespace UprightPencil\Fingering;

/**
 * Fingers that stay down while the hand plays next door: when it comes back to the string within about four beats, at the same
 * finger or a higher one, the finger waits there.
 */
final readonly class LeaveDowns
{
    /** Quarter notes a finger may wait. */
    private const LONGEST = 4.0;

    public function __construct(private HandPath $path, private Hand $hand)
    {
    }

    /** @return array<int, int> the layer to which the finger waits, by the layer in which it goes down */
    public function all(): array
    {
        $waits = [];
        for ($layer = 0, $count = $this->path->count(); $layer < $count - 2; $layer++) {
            $until = $this->until($layer);
            if ($until !== null) {
                $waits[$layer] = $until;
            }
        }

        return $waits;
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
