<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Hardness;

/** One thing that makes a measure hard, with what it weighs. */
final readonly class HardCause
{
    /**
     * @param int $measure its index
     * @param list<string> $parts ids of the parts concerned
     * @param string $text in words, without its full stop
     * @param float $weight see {@see HardKind::weight()}
     * @param string|null $note id of the note it is about
     */
    public function __construct(
        public HardKind $kind,
        public int $measure,
        public array $parts,
        public string $text,
        public float $weight,
        public ?string $note = null,
    ) {
    }
}
