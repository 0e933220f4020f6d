<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Tuning;

use UprightPencil\Music\Pitch;

/** One section's note at a tuning place. */
final readonly class TunedPart
{
    /**
     * @param Pitch $pitch as it is written
     * @param int $heard semitones of what sounds, as {@see Pitch::semitone()} counts
     * @param bool $isOpen whether it is played on an open string
     * @param Pitch|null $against for a stopped note: the open string of its own instrument that it can be checked with, the same pitch
     *     or octaves away; null where there is none
     * @param string $risk why it is easily out of tune, in words; empty for a note that is safe
     */
    public function __construct(
        public string $partId,
        public string $name,
        public string $noteId,
        public Pitch $pitch,
        public int $heard,
        public bool $isOpen,
        public ?Pitch $against,
        public string $risk,
    ) {
    }

    public function isOctaveOfOpen(): bool
    {
        return $this->against !== null && $this->against->semitone() !== $this->pitch->semitone();
    }
}
