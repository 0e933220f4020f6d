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
        /** Elements of an XML file: about fifteen for each note. */
        public int $elements = 1_000_000,
        /** Attributes of one tag: the busiest of MusicXML has about thirty. */
        public int $attributes = 64,
        /** Bytes of one tag. */
        public int $tagBytes = 8192,
        /** Elements inside one another: MusicXML needs about twelve. */
        public int $depth = 64,
        /** Characters of a title, a name or words in the music; what is longer is cut. */
        public int $letters = 200,
        /** Steps in a quarter note that all lengths of a score lie on together. */
        public int $grid = 10_000_000,
        /** Times a repeat or an ending may be played. */
        public int $times = 16,
    ) {
    }

    public function megabytes(): int
    {
        return intdiv($this->bytes, 1024 * 1024);
    }
}
