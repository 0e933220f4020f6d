<?php

declare(strict_types=1);

namespace UprightPencil\Review;

use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Whether all parts have the same number of measures. */
final readonly class PartLengths
{
    /** @return list<Flag> */
    public function review(Score $score): array
    {
        $counts = array_map(static fn (Part $part): int => $part->measureCount, $score->parts);
        if (count(array_unique($counts)) < 2) {
            return [];
        }
        $says = array_map(static fn (Part $part): string => "{$part->name} {$part->measureCount}", $score->parts);

        return [new Flag(
            FlagCode::PartsDifferInLength,
            'The parts differ in their number of measures: ' . implode(', ', $says) . '.',
        )];
    }
}
