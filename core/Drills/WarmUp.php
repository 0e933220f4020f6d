<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Drills\Kind\OnOneString;
use UprightPencil\Drills\Kind\ScaleLines;
use UprightPencil\Music\Exception\MusicException;

/**
 * A warm-up for the whole class, out of what its parts ask: the scale of the piece, then what is asked most, all at once.
 *
 * Sections whose lines have one shape play them together. Where a section has no such line, it holds the rhythm on an open string: nobody
 * waits.
 */
final readonly class WarmUp
{
    /** More steps nobody remembers. */
    private const MOST_STEPS = 6;
    /** Kinds that are for one player's hand in one part, and give the class nothing together. */
    private const ALONE = [LineKind::OnePlace, LineKind::OpenStrings, LineKind::Scale, LineKind::LastEnding];
    /** What is worth a step for all: a section that needs it as much as a line asks, or several that need it a little. */
    private const ASKS = 1.0;
    private const MINUTES_AT_LEAST = 0.5;
    /** By the key: an open string of all instruments that is its tonic, fifth or fourth, or at least a note of it. */
    private const OPEN = [
        -7 => 'G', -6 => 'G', -5 => 'G', -4 => 'G', -3 => 'D', -2 => 'D', -1 => 'D', 0 => 'G', 1 => 'G', 2 => 'D', 3 => 'A', 4 => 'A',
        5 => 'A', 6 => 'A', 7 => 'A',
    ];

    /**
     * @param array<int, PracticePart> $parts of the sections, by their positions
     * @param float $minutes how long it may take
     * @return list<WarmUpStep>
     * @throws MusicException
     */
    public static function of(array $parts, float $minutes): array
    {
        $parts = array_filter($parts, static fn (PracticePart $part): bool => $part->notes !== []);
        $steps = [];
        $spent = 0.0;
        foreach ($parts === [] ? [] : [self::scale($parts), ...self::asked($parts)] as $step) {
            if ($step === null || count($steps) >= self::MOST_STEPS) {
                continue;
            }
            [$kind, $why, $lines] = $step;
            $takes = max(self::MINUTES_AT_LEAST, PracticeLine::minutesOf($lines[0]->sketch));
            if ($spent + $takes <= $minutes) {
                $steps[] = new WarmUpStep($kind, $spent, $takes, $why, $lines);
                $spent += $takes;
            }
        }

        return $steps;
    }

    /**
     * @param non-empty-array<int, PracticePart> $parts
     * @return array{LineKind, string, non-empty-list<WarmUpLine>}|null
     * @throws MusicException
     */
    private static function scale(array $parts): ?array
    {
        // What the piece ends on is surest in the lowest part.
        $lead = $parts[array_key_last($parts)];
        $proposals = [];
        foreach ($parts as $section => $part) {
            $proposal = ScaleLines::forAll($part, $lead);
            if ($proposal !== null) {
                $proposals[$section] = $proposal;
            }
        }
        if ($proposals === []) {
            return null;
        }
        $first = $proposals[array_key_first($proposals)];

        return [LineKind::Scale, 'the piece is in ' . ScaleLines::keyOf($lead), self::together($parts, $proposals, $first)];
    }

    /**
     * What the parts ask, the most asked first.
     *
     * @param non-empty-array<int, PracticePart> $parts
     * @return list<array{LineKind, string, non-empty-list<WarmUpLine>}>
     * @throws MusicException
     */
    private static function asked(array $parts): array
    {
        $byKind = [];
        foreach ($parts as $section => $part) {
            foreach ((new PracticeLines($part))->all() as $proposal) {
                if (!in_array($proposal->kind, self::ALONE, true)) {
                    $byKind[$proposal->kind->value][$section] ??= $proposal;
                }
            }
        }
        /** @param array<int, LineProposal> $proposals */
        $weigh = static function (array $proposals): float {
            /** @var array<int, LineProposal> $proposals */
            return array_sum(array_map(static fn (LineProposal $one): float => $one->weight, $proposals));
        };
        uasort($byKind, static fn (array $one, array $other): int => $weigh($other) <=> $weigh($one));
        $steps = [];
        foreach ($byKind as $proposals) {
            if ($weigh($proposals) < self::ASKS) {
                continue;
            }
            // Who needs it most leads, and of two alike the one that stands higher in the score.
            $lead = array_reduce(
                $proposals,
                static fn (?LineProposal $best, LineProposal $one): LineProposal
                    => $best !== null && $best->weight >= $one->weight ? $best : $one,
            );
            if ($lead !== null) {
                $steps[] = [$lead->kind, $lead->why, self::together($parts, $proposals, $lead)];
            }
        }

        return $steps;
    }

    /**
     * @param non-empty-array<int, PracticePart> $parts
     * @param array<int, LineProposal> $proposals
     * @return non-empty-list<WarmUpLine>
     * @throws MusicException
     */
    private static function together(array $parts, array $proposals, LineProposal $lead): array
    {
        $shape = $lead->sketch->shape();
        $lines = [];
        foreach ($parts as $section => $part) {
            $own = $proposals[$section] ?? null;
            if ($own !== null && $own->sketch->shape() === $shape) {
                // A scale is for all of it.
                $serves = $own->kind === LineKind::Scale ? [] : (new PracticeLines($part))->serves($own);
                $lines[] = new WarmUpLine($section, true, $serves, $own->sketch);
                continue;
            }
            $lines[] = new WarmUpLine($section, false, [], self::along($part, $lead->sketch));
        }

        return $lines;
    }

    /**
     * The same rhythm and bowing on an open string that all instruments have.
     *
     * @throws MusicException
     */
    private static function along(PracticePart $part, LineSketch $sketch): LineSketch
    {
        $string = self::OPEN[max(-7, min(7, $part->fifths($part->notes[0]->event->measure)))];

        return LineSketch::written(
            OnOneString::bowed($part, $sketch->measures, static fn (): string => $string),
            $sketch->meter,
            $part->fifths($part->notes[0]->event->measure),
            $sketch->tempo,
        );
    }
}
