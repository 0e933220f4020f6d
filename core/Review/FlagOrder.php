<?php

declare(strict_types=1);

namespace UprightPencil\Review;

/** The order in which flags are read: as they stand in the music; those of the whole score first. */
final readonly class FlagOrder
{
    /**
     * @param list<Flag> $flags
     * @return list<Flag>
     */
    public static function sorted(array $flags): array
    {
        usort($flags, static fn (Flag $a, Flag $b): int => $a->measure <=> $b->measure
            ?: ($a->beat !== null && $b->beat !== null ? $a->beat->compare($b->beat) : 0));

        return $flags;
    }
}
