<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

/** One thing that a first look at a piece finds, and where. */
final readonly class GlanceItem
{
    /**
     * @param string $place "m. 9 beat 3", or a stretch: "m. 1 to 8"
     * @param string $part id of the part it is in; empty for all of them
     * @param string $note id of the note it begins at; empty where only the measure counts
     * @param int $measure its index
     * @param string $why what it was reckoned from, in words; empty where it is plain
     */
    public function __construct(
        public GlanceKind $kind,
        public string $place,
        public string $text,
        public string $part,
        public string $note,
        public int $measure,
        public string $why = '',
    ) {
    }
}
