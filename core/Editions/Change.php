<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

/** One thing that is otherwise in a later edition: at a note, or over a run of notes that all turned with it. */
final readonly class Change
{
    /**
     * @param string $measure as printed, where it begins
     * @param string $until the same, where it ends
     * @param string $was in words; empty for nothing
     * @param string $now the same
     * @param string $text a sentence without its full stop, with its place
     * @param int $from index of the measure where it begins
     * @param int $to index of the measure where it ends
     */
    public function __construct(
        public string $measure,
        public string $beat,
        public string $partId,
        public string $partName,
        public string $was,
        public string $now,
        public ChangeKind $kind,
        public string $text,
        public string $until,
        public int $from,
        public int $to,
    ) {
    }
}
