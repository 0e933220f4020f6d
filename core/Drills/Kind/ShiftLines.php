<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PlayedNote;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Fraction;

/** A line for each shift: its two notes alone, to and fro, then with the notes around them. */
final readonly class ShiftLines implements LineSource
{
    private const TIMES = 4;
    /** Notes around the shift that are taken along. */
    private const BEFORE = 2;
    private const AFTER = 2;
    /** Seconds of rest, or an open string, in which the hand has time. */
    private const COMFORT = 0.25;
    private const WITH_COMFORT = 0.4;
    /** Half steps of a shift that is neither near nor far. */
    private const USUAL_WAY = 3.0;

    public function in(PracticePart $part): array
    {
        $found = self::found($part);
        $proposals = [];
        foreach ($found->all() as ['at' => $at, 'places' => $places, 'weight' => $weight]) {
            $to = $part->notes[$at];
            $from = $part->notes[$at - 1];
            $proposals[] = new LineProposal(
                LineKind::Shift,
                $to->note->id,
                $at,
                $places,
                $weight,
                self::why($from, $to, count($places)),
                self::sketch($part, $at),
            );
        }

        return $proposals;
    }

    /** All shifts of a part, a way that comes again counted as one. */
    public static function found(PracticePart $part): Occurrences
    {
        $found = new Occurrences();
        for ($at = 1; $at < count($part->notes); $at++) {
            [$from, $to] = [$part->notes[$at - 1], $part->notes[$at]];
            $weight = self::weight($from, $to);
            if ($weight === null || $from->finger === null || $to->finger === null) {
                continue;
            }
            $key = "{$from->pitch} {$from->finger->string}{$from->finger->number} {$to->pitch} {$to->finger->string}{$to->finger->number}";
            $found->add($key, $at, $at, [$from->event->measure, $to->event->measure], $weight);
        }

        return $found;
    }

    /** How much a shift asks: farther, faster, without a rest or an open string before it; null where the hand stays. */
    public static function weight(PlayedNote $from, PlayedNote $to): ?float
    {
        if ($to->finger?->isShift !== true || $to->isOpen() || $from->finger === null || $from->pitch->equals($to->pitch)) {
            return null;
        }
        $far = abs($to->finger->frame - $from->finger->frame);

        return min(2.0, 0.5 + $far / self::USUAL_WAY)
            * Occurrences::speed($to->start - $from->start)
            * (self::hasComfort($from, $to) ? self::WITH_COMFORT : 1.0);
    }

    /** Whether an open string or a rest gives the hand time. */
    public static function hasComfort(PlayedNote $from, PlayedNote $to): bool
    {
        return $from->isOpen() || $to->start - $from->end() >= self::COMFORT;
    }

    private static function why(PlayedNote $from, PlayedNote $to, int $times): string
    {
        $position = $to->finger->position ?? '';
        $find = $to->finger->find ?? '';

        return "a shift to {$position}, from {$from->place()} to {$to->place()}"
            . ($times > 1 ? ", which comes {$times} times" : '')
            . ($find === '' ? '' : "; {$find}");
    }

    private static function sketch(PracticePart $part, int $at): LineSketch
    {
        $alone = [];
        foreach (range(1, self::TIMES) as $time) {
            foreach ([$at - 1, $at] as $position) {
                $played = $part->notes[$position];
                $note = LineNote::of($played->pitch, Fraction::of(2))->by($played->finger);
                $alone[] = $time === 1 ? $note->saying($played->pitch->spoken()) : $note;
            }
        }
        $around = [];
        for ($near = max(0, $at - 1 - self::BEFORE); $near <= $at + self::AFTER && isset($part->notes[$near]); $near++) {
            $played = $part->notes[$near];
            $around[] = LineNote::of($played->pitch, Fraction::of(1))->by($played->finger);
        }
        $fifths = $part->fifths($part->notes[$at]->event->measure);
        $alone = LineSketch::laid($alone, PracticePart::common(), $fifths, PracticePart::SLOW);
        $around = LineSketch::laid($around, PracticePart::common(), $fifths, PracticePart::SLOW);

        return $alone->then($around)->then($around);
    }
}
