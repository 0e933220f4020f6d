<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Music\Pitch;

/** One thing the left hand does: a note, a chord, or a grace note, with what comes between it and the one before. */
final readonly class HandEvent
{
    /**
     * @param list<int> $notes noteheads fingered together, in {@see \UprightPencil\Music\Part::$notes}
     * @param list<Pitch> $pitches of these noteheads
     * @param list<int> $held noteheads tied on from these: they keep the finger
     * @param float $onset quarter notes from the start of the score
     * @param float $since seconds from the event before to this one
     * @param float $rest seconds of silence before it
     * @param float $lasts seconds it sounds, ties included
     * @param float $quarters quarter notes it sounds, ties included
     * @param bool $isSlurred under one bow with the event before
     * @param bool $isFresh a double bar or a rehearsal mark stands before it
     */
    public function __construct(
        public array $notes,
        public array $pitches,
        public array $held,
        public int $measure,
        public float $onset,
        public float $since,
        public float $rest,
        public float $lasts,
        public float $quarters,
        public bool $isSlurred,
        public bool $isFresh,
        public bool $isGrace,
        public bool $isSoft,
        public bool $isHarmonic,
        public int $keyFifths,
    ) {
    }

    /** The same come to by a repeat or a jump: under a new bow, after a double bar. */
    public function after(float $since, float $rest): self
    {
        return $this->with($this->notes, $this->pitches, $since, $rest, false, true);
    }

    /** A chord by all but its lowest note. */
    public function withoutLowest(): self
    {
        $semitones = array_map(static fn (Pitch $pitch): int => $pitch->semitone(), $this->pitches);
        $lowest = (int) array_search(min($semitones ?: [0]), $semitones, true);
        $notes = $this->notes;
        $pitches = $this->pitches;
        array_splice($notes, $lowest, 1);
        array_splice($pitches, $lowest, 1);

        return $this->with($notes, $pitches, $this->since, $this->rest, $this->isSlurred, $this->isFresh);
    }

    /**
     * @param list<int> $notes
     * @param list<Pitch> $pitches
     */
    private function with(array $notes, array $pitches, float $since, float $rest, bool $isSlurred, bool $isFresh): self
    {
        return new self(
            $notes,
            $pitches,
            $this->held,
            $this->measure,
            $this->onset,
            $since,
            $rest,
            $this->lasts,
            $this->quarters,
            $isSlurred,
            $isFresh,
            $this->isGrace,
            $this->isSoft,
            $this->isHarmonic,
            $this->keyFifths,
        );
    }

    public function isChord(): bool
    {
        return count($this->pitches) > 1;
    }
}
