<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Music\Fraction;

/** An event of a line as it comes in playing order. */
final readonly class PlayedEvent
{
    /**
     * @param int $event position in the line
     * @param int $pass 1 for the first time its measure is played
     * @param Fraction $onset quarter notes from the start of the performance
     * @param Fraction $end of it
     * @param int $visit position of its measure in the roadmap
     * @param bool $isLeap true when the event before it in playing order is not the one before it on the page
     */
    public function __construct(
        public int $event,
        public int $pass,
        public Fraction $onset,
        private Fraction $end,
        public int $visit,
        public bool $isLeap,
    ) {
    }

    public function end(): Fraction
    {
        return $this->end;
    }
}
