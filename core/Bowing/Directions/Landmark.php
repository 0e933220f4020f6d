<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Settings\LandmarkKind;

/** A stroke that should come down, or the way it came before, in every school. */
final readonly class Landmark
{
    /**
     * @param int|null $source the stroke whose direction it should repeat; null where it should come down
     * @param string $subject "the section"
     * @param string $does "comes down"
     * @param int $keeps the last stroke of the first statement: a mark inside it would make the two differ
     */
    public function __construct(
        public LandmarkKind $kind,
        public ?int $source,
        public string $subject,
        public string $does = 'comes down',
        public int $keeps = -1,
    ) {
    }

    /** What it is, added to the reason of a stroke that comes as it should. */
    public function inPassing(): string
    {
        return match ($this->kind) {
            LandmarkKind::Return => str_replace('comes as', 'as', $this->does),
            LandmarkKind::Section => 'and a section begins',
            default => "and {$this->subject} {$this->does}",
        };
    }
}
