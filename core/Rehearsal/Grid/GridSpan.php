<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Grid;

use UprightPencil\Music\Fraction;

/** How long a section, or one line of its divisi, holds a note or a chord. */
final readonly class GridSpan
{
    /**
     * @param 'outside'|'inside'|'all' $line
     * @param Fraction $from quarter notes from the start of the score
     * @param Fraction $until the same
     * @param int $measure index of the one it begins in
     */
    public function __construct(
        public string $partId,
        public string $line,
        public Fraction $from,
        public Fraction $until,
        public int $measure,
    ) {
    }

    /** Whether the same players have another span: all of them have the lines of both, before and after they divide. */
    public function isOfSamePlayers(self $other): bool
    {
        return $this->partId === $other->partId && ($this->line === $other->line || $this->line === 'all' || $other->line === 'all');
    }
}
