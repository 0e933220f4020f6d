<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Fraction;

/** A run by half steps: its notes down and up in even length, twice as fast, and as it is written. */
final readonly class ChromaticLines implements LineSource
{
    private const LEAST_NOTES = 4;
    private const WEIGHT = 1.3;

    public function in(PracticePart $part): array
    {
        $found = new Occurrences();
        foreach (self::runs($part) as [$from, $until]) {
            $pitches = array_map(static fn (int $at): string => (string) $part->notes[$at]->pitch, range($from, $until));
            $found->add(
                implode(' ', $pitches),
                $from,
                $until,
                [$part->notes[$from]->event->measure, $part->notes[$until]->event->measure],
                self::WEIGHT * Occurrences::speed($part->shortest($from, $until) ?? 1.0),
            );
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $from, 'until' => $until, 'places' => $places, 'weight' => $weight]) {
            [$first, $last] = [$part->notes[$from]->pitch->spoken(), $part->notes[$until]->pitch->spoken()];
            $proposals[] = new LineProposal(
                LineKind::Chromatic,
                $part->notes[$from]->note->id,
                $from,
                $places,
                max(1.0, $weight),
                sprintf('%d notes by half steps, from %s to %s', $until - $from + 1, $first, $last),
                self::sketch($part, $from, $until),
            );
        }

        return $proposals;
    }

    /** @return list<array{int, int}> first and last note of runs that go one way by half steps */
    private static function runs(PracticePart $part): array
    {
        $runs = [];
        $from = 0;
        $way = 0;
        foreach ($part->notes as $at => $played) {
            $step = $at === 0 ? 0 : $played->pitch->semitone() - $part->notes[$at - 1]->pitch->semitone();
            if (abs($step) !== 1 || ($way !== 0 && $step !== $way)) {
                $runs[] = [$from, $at - 1];
                $from = abs($step) === 1 ? $at - 1 : $at;
            }
            $way = abs($step) === 1 ? $step : 0;
        }
        $runs[] = [$from, count($part->notes) - 1];

        return array_values(array_filter($runs, static fn (array $run): bool => $run[1] - $run[0] + 1 >= self::LEAST_NOTES));
    }

    private static function sketch(PracticePart $part, int $from, int $until): LineSketch
    {
        $run = [];
        foreach (range($from, $until) as $at) {
            $played = $part->notes[$at];
            $run[] = LineNote::of($played->pitch, Fraction::of(1))->by($played->finger);
        }
        $there = [...$run, ...array_slice(array_reverse($run), 1)];
        $twice = array_map(static fn (LineNote $note): LineNote => $note->lasting(Fraction::of(1, 2)), $there);
        [$first, $last] = [$part->notes[$from]->event->measure, $part->notes[$until]->event->measure];
        $meter = $part->score->measures[$first]->meter;
        [$fifths, $tempo] = [$part->fifths($first), $part->safeTempo($from, $until)];

        return LineSketch::laid($there, $meter, $fifths, $tempo)
            ->then(LineSketch::laid($twice, $meter, $fifths, $tempo))
            ->then(LineSketch::written($part->written($first, $last), $meter, $fifths, $tempo));
    }
}
