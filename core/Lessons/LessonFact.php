<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Music\Fraction;

/** Something that is needed to play a part, at the first place it is met. */
final readonly class LessonFact
{
    /**
     * @param string $key by which it is known again in another piece
     * @param string $text "low 2 on A", "dotted quarter and eighth"
     * @param string $measure printed number
     * @param Fraction $beat from 1, in the meter's lower number
     */
    public function __construct(
        public FactKind $kind,
        public string $key,
        public string $text,
        public string $measure,
        public Fraction $beat,
    ) {
    }

    public function saying(string $text): self
    {
        return new self($this->kind, $this->key, $text, $this->measure, $this->beat);
    }
}
