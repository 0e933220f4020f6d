<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Exception\MusicException;

/** The stretch with the busiest bow, on open strings: rhythm and strings as in the music. */
final readonly class OpenStringLines implements LineSource
{
    private const MEASURES = 2;
    /** What the bow does beside going to and fro, for each second, that asks for a line. */
    private const BUSY = 2.0;

    public function in(PracticePart $part): array
    {
        $best = null;
        for ($measure = 0; $measure < count($part->score->measures); $measure++) {
            $last = min(count($part->score->measures) - 1, $measure + self::MEASURES - 1);
            $notes = $part->inMeasures($measure, $last);
            $weight = $notes === null ? 0.0 : self::busy($part, ...$notes);
            if ($notes !== null && $weight > ($best[0] ?? 0.0)) {
                $best = [$weight, $measure, $last, $notes[0]];
            }
        }
        if ($best === null) {
            return [];
        }
        [$weight, $measure, $last, $first] = $best;

        return [self::at($part, $first, $measure, $last, $weight)];
    }

    /**
     * A line for any stretch.
     *
     * @throws MusicException
     */
    public static function at(PracticePart $part, int $first, int $measure, int $last, float $weight = 1.0): LineProposal
    {
        $notes = $part->inMeasures($measure, $last) ?? [$first, $first];
        $why = $weight >= 1.0
            ? 'the bow has most to do here: strings, slurs and stops'
            : 'the bow alone, before the fingers come';

        return new LineProposal(
            LineKind::OpenStrings,
            $part->notes[$first]->note->id,
            $first,
            [[$measure, $last]],
            $weight,
            $why,
            LineSketch::written(
                self::opened($part, $measure, $part->written($measure, $last)),
                $part->score->measures[$measure]->meter,
                $part->fifths($measure),
                $part->safeTempo($notes[0], $notes[1]),
            ),
        );
    }

    /**
     * @param list<list<LineNote>> $written from a measure on
     * @return list<list<LineNote>>
     * @throws MusicException
     */
    public static function opened(PracticePart $part, int $measure, array $written): array
    {
        $first = $part->inMeasures($measure, $measure + count($written) - 1)[0] ?? 0;
        $known = $part->strings->names[1];

        return OnOneString::bowed(
            $part,
            $written,
            static fn (int $number): string => $part->notes[$first + $number]->finger->string ?? $known,
        );
    }

    private static function busy(PracticePart $part, int $from, int $until): float
    {
        $things = 0;
        for ($at = $from + 1; $at <= $until; $at++) {
            [$before, $here] = [$part->notes[$at - 1], $part->notes[$at]];
            $things += $before->finger?->string !== $here->finger?->string ? 1 : 0;
            $things += in_array($here->bow?->connection, [BowConnection::Hook, BowConnection::Retake, BowConnection::Lift], true) ? 1 : 0;
            $things += $before->isJoined() !== $here->isJoined() ? 1 : 0;
        }

        return $things / max(1.0, $part->notes[$until]->end() - $part->notes[$from]->start) / self::BUSY;
    }
}
