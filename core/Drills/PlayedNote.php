<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Music\Event;
use UprightPencil\Music\Note;
use UprightPencil\Music\Pitch;

/** What the upper line of a part plays at one moment, as it is marked. */
final readonly class PlayedNote
{
    /**
     * @param float $start seconds from the beginning, in printed order
     * @param float $seconds how long it lasts
     */
    public function __construct(
        public Note $note,
        public Pitch $pitch,
        public Event $event,
        public ?NoteFinger $finger,
        public ?NoteBow $bow,
        public float $start,
        public float $seconds,
    ) {
    }

    public function end(): float
    {
        return $this->start + $this->seconds;
    }

    public function isOpen(): bool
    {
        return $this->finger !== null && $this->finger->number === 0;
    }

    /** Whether it goes on in the bow of the note before. */
    public function isJoined(): bool
    {
        return $this->bow !== null && !$this->bow->isHead;
    }

    /** Whether its finger stands elsewhere than beginners learn it first: low, or a high third, or reaching. The second is learned high. */
    public function isMoved(): bool
    {
        return $this->finger !== null && PitchRisk::isMoved($this->finger);
    }

    /** "3 on A in III", or "open A". */
    public function place(): string
    {
        return match (true) {
            $this->finger === null => $this->pitch->spoken(),
            $this->isOpen() => "open {$this->finger->string}",
            default => "{$this->finger->words()} on {$this->finger->string}",
        };
    }
}
