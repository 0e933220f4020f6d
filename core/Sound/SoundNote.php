<?php

declare(strict_types=1);

namespace UprightPencil\Sound;

/** One tone as it sounds: a note with what is tied to it, or a piece of one from a change of bow on. */
final readonly class SoundNote
{
    /**
     * @param string $id of the notehead it begins with
     * @param float $at quarter notes from the beginning of the part, in printed order …
     * @param float $until … and where it stops sounding
     * @param float $start the same in seconds at full tempo
     * @param float $end the same in seconds
     * @param int $key sounding pitch in semitones, 60 for the C in the middle: a bass sounds an octave lower than written
     * @param float $level loudness where it begins, 0 (pp) to 1 (ff)
     * @param float $leaves loudness where it ends
     * @param bool $isStroke whether the bow begins anew: a tone under a slur goes on in the one before
     * @param float|null $from where on the bow it begins, 0 frog to 1 tip; null for plucked notes
     * @param float|null $to where it ends
     * @param int $line of a part with several: 0 for the first
     */
    public function __construct(
        public string $id,
        public float $at,
        public float $until,
        public float $start,
        public float $end,
        public int $key,
        public float $level,
        public float $leaves,
        public bool $isStroke,
        public bool $isPlucked,
        public bool $isAccented,
        public bool $isTremolo,
        public ?float $from,
        public ?float $to,
        public int $line = 0,
    ) {
    }

    public function ofLine(int $line): self
    {
        return $this->with(['line' => $line]);
    }

    /** The same tone at another time: in playing order, or where a line is begun in its middle. */
    public function moved(float $start, float $end): self
    {
        return $this->with(['start' => $start, 'end' => $end]);
    }

    /** @param array<string, mixed> $changes */
    private function with(array $changes): self
    {
        /** @var array{string, float, float, float, float, int, float, float, bool, bool, bool, bool, ?float, ?float, int} $values */
        $values = [...get_object_vars($this), ...$changes];

        return new self(...$values);
    }
}
