<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Heard;

/** Something that was heard in a rehearsal, at a measure, from some sections. */
final readonly class HeardNote
{
    /**
     * @param int|null $measure index of the measure; null where a corrected score has it no more
     * @param string $number the measure's printed number when it was written down
     * @param list<string> $parts ids of the parts it was heard from; empty for all
     * @param string $what in the director's words; may be empty beside a kind
     * @param string|null $note id of the note it was
     * @param int $times how often it was heard by now
     */
    public function __construct(
        public HeardKind $kind,
        public ?int $measure,
        public string $number,
        public array $parts,
        public string $what = '',
        public ?string $note = null,
        public int $times = 1,
    ) {
    }

    /** Without its full stop. */
    public function words(): string
    {
        $words = $this->what === '' ? $this->kind->words() : $this->what;

        return 'heard: ' . $words . match (true) {
            $this->times === 2 => ', twice by now',
            $this->times === 3 => ', the third time',
            $this->times > 3 => ", {$this->times} times by now",
            default => '',
        };
    }
}
