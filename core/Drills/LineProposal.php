<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/** A practice line that a part could use. */
final readonly class LineProposal
{
    /**
     * @param string $note id of the note it is about: with its kind, what tells it from others
     * @param list<array{int, int}> $places measures it serves, first and last of each stretch, in the order of the score
     * @param float $weight how much the part asks for it; below 1 it does well without
     * @param string $why in a sentence without its full stop
     * @param int $part position of the note in {@see PracticePart::$notes}
     */
    public function __construct(
        public LineKind $kind,
        public string $note,
        public int $part,
        public array $places,
        public float $weight,
        public string $why,
        public LineSketch $sketch,
    ) {
    }

    public function weighing(float $weight): self
    {
        return new self($this->kind, $this->note, $this->part, $this->places, $weight, $this->why, $this->sketch);
    }

    public function key(): string
    {
        return "{$this->kind->value}@{$this->note}";
    }
}
