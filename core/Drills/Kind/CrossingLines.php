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

/** Strings that alternate: the open strings alone as the passage crosses, then with the fingers. */
final readonly class CrossingLines implements LineSource
{
    /** Changes of string one after the other. */
    private const LEAST_CHANGES = 4;
    /** Seconds of a note: slower crossings need no line. */
    private const SLOW = 0.6;
    private const WEIGHT = 0.7;
    private const USUAL_CHANGES = 6;

    public function in(PracticePart $part): array
    {
        $found = new Occurrences();
        foreach (self::runs($part) as [$from, $until]) {
            $strings = '';
            foreach (range($from, $until) as $at) {
                $strings .= $part->notes[$at]->finger->string ?? '';
            }
            $long = max(0.7, min(1.5, ($until - $from) / self::USUAL_CHANGES));
            $found->add(
                $strings,
                $from,
                $until,
                [$part->notes[$from]->event->measure, $part->notes[$until]->event->measure],
                self::WEIGHT * $long * Occurrences::speed($part->shortest($from, $until) ?? 1.0),
            );
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $from, 'until' => $until, 'places' => $places, 'weight' => $weight]) {
            [$one, $other] = [$part->notes[$from]->finger->string ?? '', $part->notes[$from + 1]->finger->string ?? ''];
            $proposals[] = new LineProposal(
                LineKind::Crossing,
                $part->notes[$from]->note->id,
                $from,
                $places,
                $weight,
                sprintf('the bow goes between %s and %s on %d notes, one after the other', $one, $other, $until - $from + 1),
                self::sketch($part, $from, $until),
            );
        }

        return $proposals;
    }

    /** @return list<array{int, int}> first and last note of stretches in which every note is on another string than the one before */
    private static function runs(PracticePart $part): array
    {
        $runs = $part->runs(static fn (PlayedNote $before, PlayedNote $here): bool
            => $before->finger !== null && $here->finger !== null
                && $before->finger->string !== $here->finger->string
                && $here->start - $before->start < self::SLOW);

        return array_values(array_filter($runs, static fn (array $run): bool => $run[1] - $run[0] >= self::LEAST_CHANGES));
    }

    /** @throws MusicException */
    private static function sketch(PracticePart $part, int $from, int $until): LineSketch
    {
        [$first, $last] = [$part->notes[$from]->event->measure, $part->notes[$until]->event->measure];
        $written = $part->written($first, $last);
        $open = OpenStringLines::opened($part, $first, $written);

        return LineSketch::written(
            [...$open, ...$written],
            $part->score->measures[$first]->meter,
            $part->fifths($first),
            $part->safeTempo($from, $until),
        );
    }
}
