<?php

declare(strict_types=1);

namespace UprightPencil\Format;

/** How large an imported score may be. Far above any student piece, far below what would fill the memory. */
final readonly class Limits
{
    public function __construct(
        /** Bytes of MusicXML text, also what an archive may unpack to. */
        public int $bytes = 16 * 1024 * 1024,
        public int $archiveEntries = 200,
        public int $measures = 2000,
        public int $parts = 40,
        public int $notes = 60000,
        /** Quarter notes one note or measure may last. */
        public int $quarters = 4100,
    ) {
    }

    public function megabytes(): int
    {
        return intdiv($this->bytes, 1024 * 1024);
    }
}
