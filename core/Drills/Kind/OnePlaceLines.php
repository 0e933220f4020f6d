<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\BuiltLine;
use UprightPencil\Drills\LineBuilder;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Marks\Kind\Hand\OnString;
use UprightPencil\Marks\Kind\Hand\Position;
use UprightPencil\Music\Fraction;

/** A passage that shifts, without its shift: in one position, or on one string, wherever its notes exist there. */
final readonly class OnePlaceLines implements LineSource
{
    /** Notes before and after the shift. */
    private const AROUND = 3;
    /** Shifts for which another place is looked for. */
    private const MOST = 3;
    /** Beside the shift itself it is the second thing to do. */
    private const BESIDE_THE_SHIFT = 0.7;

    public function in(PracticePart $part): array
    {
        $builder = new LineBuilder($part->options, $part->plan->part);
        $proposals = [];
        foreach (array_slice(ShiftLines::found($part)->all(), 0, self::MOST) as ['at' => $at, 'places' => $places, 'weight' => $weight]) {
            $other = $this->otherPlace($part, $builder, $at);
            if ($other !== null) {
                [$place, $sketch] = $other;
                $proposals[] = new LineProposal(
                    LineKind::OnePlace,
                    $part->notes[$at]->note->id,
                    $at,
                    $places,
                    $weight * self::BESIDE_THE_SHIFT,
                    "these notes exist {$place} too: without the shift one hears how they should sound",
                    $sketch,
                );
            }
        }

        return $proposals;
    }

    /** @return array{string, LineSketch}|null in words where, and the line; null where there is no such place */
    private function otherPlace(PracticePart $part, LineBuilder $builder, int $at): ?array
    {
        $marked = $part->notes[$at]->finger;
        $before = $part->notes[$at - 1]->finger;
        if ($marked === null || $before === null) {
            return null;
        }
        foreach (array_unique([$marked->position, $before->position]) as $position) {
            $there = self::laid($part, $at, static fn (LineNote $note): LineNote => $note->marked(new Position($position, [])));
            $sketch = self::sketch($part, $at, $there);
            if (self::built($builder, $there)?->positions() === [$position] && self::built($builder, $sketch) !== null) {
                return ["all in {$position}", $sketch];
            }
        }
        foreach (array_unique([$marked->string, $before->string]) as $string) {
            $there = self::laid($part, $at, static fn (LineNote $note): LineNote => $note->marked(new OnString($string)));
            $built = self::built($builder, $there);
            if ($built !== null && $this->isAllOn($built, $string) && !$this->isAlready($part, $at, $string)) {
                return ["all on the {$string} string", self::sketch($part, $at, $there)];
            }
        }

        return null;
    }

    private static function built(LineBuilder $builder, LineSketch $sketch): ?BuiltLine
    {
        try {
            $built = $builder->build($sketch, '');
        } catch (UprightPencilException) {
            return null;
        }

        // A place that asks the hand to reach is no easier.
        return $built->isWhole && $built->isFingered() && !$built->hasReach() ? $built : null;
    }

    private function isAllOn(BuiltLine $built, string $string): bool
    {
        foreach ($built->plan->part->notes as $note) {
            if ($built->plan->fingers->at($note->id)?->string !== $string) {
                return false;
            }
        }

        return true;
    }

    /** Whether the passage is marked so. */
    private function isAlready(PracticePart $part, int $at, string $string): bool
    {
        foreach (self::around($part, $at) as $near) {
            if ($part->notes[$near]->finger?->string !== $string) {
                return false;
            }
        }

        return true;
    }

    /** @return non-empty-list<int> */
    private static function around(PracticePart $part, int $at): array
    {
        return range(max(0, $at - self::AROUND), min(count($part->notes) - 1, $at + self::AROUND - 1));
    }

    /** @param callable(LineNote): LineNote $place */
    private static function laid(PracticePart $part, int $at, callable $place): LineSketch
    {
        $notes = array_map(
            static fn (int $near): LineNote => $place(LineNote::of($part->notes[$near]->pitch, Fraction::of(1))),
            self::around($part, $at),
        );

        return LineSketch::laid($notes, PracticePart::common(), $part->fifths($part->notes[$at]->event->measure), PracticePart::CALM);
    }

    /** There twice, then as it is marked. */
    private static function sketch(PracticePart $part, int $at, LineSketch $there): LineSketch
    {
        $notes = [];
        foreach (self::around($part, $at) as $near) {
            $played = $part->notes[$near];
            $note = LineNote::of($played->pitch, Fraction::of(1))->by($played->finger);
            $notes[] = $notes === [] ? $note->saying('as marked') : $note;
        }

        return $there->then($there)->then(LineSketch::laid($notes, $there->meter, $there->fifths, $there->tempo));
    }
}
