<?php

declare(strict_types=1);

namespace UprightPencil\Correction;

use UprightPencil\Marks\Mark;

/** A mark whose note is not in the corrected score as it was: somebody has to say where it goes. */
final readonly class MarkQuestion
{
    /**
     * @param string $was where it stood, and at what note: "m. 9 beat 3, G♯ quarter"
     * @param Mark|null $moved the same mark at the note that has the place of the old one; null where there is none
     * @param string $now that place and note, in words; empty where there is none
     * @param bool $isLikely whether it should be kept there, as far as can be told
     */
    public function __construct(
        public Mark $mark,
        public string $was,
        public ?Mark $moved,
        public string $now,
        public bool $isLikely,
    ) {
    }
}
