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
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Pitch;
use UprightPencil\Practice\FingerPatterns;
use UprightPencil\Practice\PatternUse;

/** A finger pattern on its string: from the top finger down to the open string and up again; then the same on the next string. */
final readonly class PatternLines implements LineSource
{
    private const PLAIN = 0.3;
    private const MOVED = 0.8;
    private const OTHER_POSITION = 0.9;
    private const TIMES = [4, 2, 1];

    public function in(PracticePart $part): array
    {
        $uses = (new FingerPatterns($part->plan->part, $part->plan->fingers))->map();
        $found = new Occurrences();
        $byKey = [];
        foreach ($uses as $use) {
            $notes = self::notesOf($part, $use);
            if (count($notes) < 2) {
                continue;
            }
            $key = "{$use->position} {$use->pattern} " . self::spans($notes);
            $byKey[$key][] = [$use, $notes];
            $at = array_search($use->note, array_map(static fn (PlayedNote $one): string => $one->note->id, $part->notes), true);
            foreach ($use->measures as $measure) {
                $found->add($key, (int) $at, (int) $at, [$measure, $measure], self::weight($use, $notes));
            }
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $at, 'places' => $places, 'weight' => $weight]) {
            $key = array_key_first(array_filter($byKey, static fn (array $all): bool => self::isAbout($all, $part->notes[$at])));
            if ($key === null) {
                continue;
            }
            $shapes = array_slice($byKey[$key], 0, 2);
            $strings = array_map(static fn (array $one): string => $one[0]->string, $shapes);
            sort($places);
            $use = $shapes[0][0];
            $proposals[] = new LineProposal(
                LineKind::Pattern,
                $part->notes[$at]->note->id,
                $at,
                $places,
                $weight,
                ($use->position === 'I' ? '' : "in {$use->position}, ") . "{$use->pattern} on " . implode(', then on ', $strings)
                    . self::check($part, $shapes[0][1]),
                self::sketch($part, array_map(static fn (array $one): array => $one[1], $shapes), $places[0][0]),
            );
        }

        return $proposals;
    }

    /** @param list<array{PatternUse, array<int, PlayedNote>}> $all */
    private static function isAbout(array $all, PlayedNote $played): bool
    {
        foreach ($all as [$use]) {
            if ($use->note === $played->note->id) {
                return true;
            }
        }

        return false;
    }

    /**
     * The fingers where the pattern first stands, and with them those that stand on that string elsewhere.
     *
     * @return array<int, PlayedNote> a note of each finger, the highest finger first
     */
    private static function notesOf(PracticePart $part, PatternUse $use): array
    {
        $here = $elsewhere = [];
        foreach ($part->notes as $played) {
            $finger = $played->finger;
            if ($finger === null || $finger->number === 0 || $finger->string !== $use->string || $finger->position !== $use->position) {
                continue;
            }
            if ($played->event->measure === $use->measures[0]) {
                $here[$finger->number] = $played;
            } else {
                $elsewhere[$finger->number] ??= $played;
            }
        }
        $notes = $here + $elsewhere;
        krsort($notes);
        $above = PHP_INT_MAX;
        foreach ($notes as $number => $played) {
            // A finger that stands there only beside another pattern is none of this one.
            if ($played->pitch->semitone() >= $above) {
                unset($notes[$number]);
                continue;
            }
            $above = $played->pitch->semitone();
        }

        return count($here) < 2 ? [] : $notes;
    }

    /** @param array<int, PlayedNote> $notes */
    private static function weight(PatternUse $use, array $notes): float
    {
        foreach ($notes as $played) {
            if ($played->isMoved()) {
                return self::MOVED;
            }
        }

        return $use->position === 'I' ? self::PLAIN : self::OTHER_POSITION;
    }

    /** @param array<int, PlayedNote> $notes */
    private static function spans(array $notes): string
    {
        $spans = '';
        foreach ($notes as $finger => $played) {
            $spans .= "{$finger}:{$played->finger?->semitones} ";
        }

        return $spans;
    }

    /**
     * @param array<int, PlayedNote> $notes
     * @throws MusicException
     */
    private static function check(PracticePart $part, array $notes): string
    {
        foreach ($notes as $played) {
            $anchor = $part->anchor($played->pitch);
            if ($anchor !== null) {
                return "; check {$played->pitch->spoken()} with open {$anchor->spoken()}";
            }
        }

        return '';
    }

    /**
     * @param list<array<int, PlayedNote>> $strings
     * @throws MusicException
     */
    private static function sketch(PracticePart $part, array $strings, int $measure): LineSketch
    {
        [$meter, $fifths] = [PracticePart::common(), $part->fifths($measure)];
        $sketch = null;
        foreach ($strings as $notes) {
            $down = [];
            foreach ($notes as $played) {
                $down[] = LineNote::of($played->pitch, Fraction::of(1))->by($played->finger);
            }
            $lowest = $notes[array_key_last($notes) ?? 0] ?? null;
            $open = $lowest === null ? null : self::openBelow($part, $lowest);
            if ($open !== null) {
                $down[] = LineNote::of($open, Fraction::of(1));
            }
            $there = [...$down, ...array_slice(array_reverse($down), 1)];
            foreach (self::TIMES as $times) {
                $line = [];
                foreach ($there as $note) {
                    array_push($line, ...array_fill(0, $times, $note));
                }
                $laid = LineSketch::laid($line, $meter, $fifths, PracticePart::CALM);
                $sketch = $sketch === null ? $laid : $sketch->then($laid);
            }
        }
        assert($sketch !== null);

        return $sketch;
    }

    /**
     * In the first position the open string is the next note down.
     *
     * @throws MusicException
     */
    private static function openBelow(PracticePart $part, PlayedNote $lowest): ?Pitch
    {
        $finger = $lowest->finger;

        return $finger !== null && in_array($finger->position, ['I', '½'], true) ? $part->open($finger->string) : null;
    }
}
