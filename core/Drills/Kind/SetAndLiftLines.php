<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Marks\Kind\Bow\Lift;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Music\Fraction;

/** Rests in which the bow is carried: play, circle, set, wait, play. */
final readonly class SetAndLiftLines implements LineSource
{
    private const TIMES = 4;
    private const WEIGHT = 0.9;
    /** Seconds of rest in which nobody has to hurry. */
    private const EASY = 2.5;
    private const NO_REST = 0.05;

    public function in(PracticePart $part): array
    {
        $found = new Occurrences();
        for ($at = 1; $at < count($part->notes); $at++) {
            [$before, $here] = [$part->notes[$at - 1], $part->notes[$at]];
            $connection = $here->bow?->connection;
            $gap = $here->start - $before->end();
            if (!in_array($connection, [BowConnection::Retake, BowConnection::Lift], true) || $before->bow === null || $gap > self::EASY) {
                continue;
            }
            $found->add(
                "{$connection->value} {$before->bow->leaving()->value} {$before->finger?->string} {$here->finger?->string}",
                $at,
                $at,
                [$before->event->measure, $here->event->measure],
                self::WEIGHT * Occurrences::speed(max(0.1, $gap)),
            );
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $at, 'places' => $places, 'weight' => $weight]) {
            [$before, $here] = [$part->notes[$at - 1], $part->notes[$at]];
            $isRetake = $here->bow?->connection === BowConnection::Retake;
            $rest = LineNote::rest(Fraction::of(2));
            $one = LineNote::of($before->pitch, Fraction::of(2))->by($before->finger);
            $other = LineNote::of($here->pitch, Fraction::of(2))->by($here->finger)->marked($isRetake ? new Retake() : new Lift());
            $first = $before->bow === null ? $one : $one->going($before->bow->leaving());
            $line = [$first->saying('play · circle · set · wait'), $rest, $other, $rest];
            foreach (range(2, self::TIMES) as $time) {
                array_push($line, $first, $rest, $other, $rest);
            }
            $proposals[] = new LineProposal(
                LineKind::SetAndLift,
                $here->note->id,
                $at,
                $places,
                $weight,
                self::why($isRetake, $here->start - $before->end()),
                LineSketch::laid($line, PracticePart::common(), $part->fifths($here->event->measure), PracticePart::CALM),
            );
        }

        return $proposals;
    }

    private static function why(bool $isRetake, float $gap): string
    {
        $time = $gap < self::NO_REST ? 'without a rest' : sprintf('in %.1f seconds', $gap);

        return $isRetake
            ? "the bow is carried back and goes the same way again, {$time}"
            : "the bow leaves the string and is set down at another place, {$time}";
    }
}
