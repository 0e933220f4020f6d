<?php

declare(strict_types=1);

namespace UprightPencil\Sound;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Music\Direction;

/** What bow and hand do on one note, or on a piece of one between two changes of bow. Times are in seconds at full tempo. */
final readonly class PlayedStroke
{
    /**
     * @param string $id of the notehead
     * @param float $from where on the bow it begins, 0 frog to 1 tip …
     * @param float $to … and where it ends
     * @param BowConnection $join how it begins
     * @param float $sounds seconds at which it stops sounding: before a stop the bow stands still from then on
     * @param string|null $string letter of the string; null where no hand can take the note
     * @param int $line of a part with several: 0 for the first
     * @param string $finger in words: "low 2", "0"; empty where there is none
     */
    public function __construct(
        public string $id,
        public float $start,
        public float $end,
        public float $sounds,
        public Direction $direction,
        public float $from,
        public float $to,
        public BowConnection $join,
        public ?string $string,
        public string $finger,
        public string $position,
        public string $advice,
        public int $line = 0,
    ) {
    }

    /** @param float $second at which its tone ends; it lasts no longer than the note */
    public function soundingUntil(float $second): self
    {
        return new self(
            $this->id,
            $this->start,
            $this->end,
            max($this->start, min($this->end, $second)),
            $this->direction,
            $this->from,
            $this->to,
            $this->join,
            $this->string,
            $this->finger,
            $this->position,
            $this->advice,
            $this->line,
        );
    }
}
