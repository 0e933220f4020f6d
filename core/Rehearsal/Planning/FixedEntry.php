<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** Something that the director wants in a rehearsal, at its place in the list. */
final readonly class FixedEntry
{
    /**
     * @param string $piece key of the piece
     * @param int $place in the list, counted from 0
     * @param int $from index of the first measure
     * @param int $to of the last
     * @param int $minutes whole, at least 1
     */
    public function __construct(
        public EntryKind $kind,
        public string $piece,
        public int $place,
        public int $from,
        public int $to,
        public int $minutes,
    ) {
    }
}
