<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;

/** One place where a direction could repeat, with what it costs and why it is good or bad. */
final readonly class RepeatCandidate
{
    /**
     * @param int $stroke position of the stroke that would repeat the direction of the one before
     * @param float $price lower is better; a teacher takes what costs less than 3 without being asked
     * @param string $why the reason a teacher would give
     */
    public function __construct(
        public int $stroke,
        public BowConnection $connection,
        public float $price,
        public string $why,
    ) {
    }

    /** The same, with one more reason before the others. */
    public function as(string $reason): self
    {
        return new self($this->stroke, $this->connection, $this->price, $this->why === '' ? $reason : "{$reason}, {$this->why}");
    }
}
