<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** One printed measure, the same for every part: where it is, how long, and the signs at its barlines. */
final readonly class Measure
{
    /**
     * @param int $index from 0
     * @param string $number as printed
     * @param Fraction $onset quarter notes from the start of the score, in printed order
     * @param Fraction $length what really stands in it, in quarter notes
     * @param list<int> $endings the passes an ending bracket over this measure is for; empty when there is none
     * @param int $repeatBack how many times the music is played when a repeat sign closes this measure; 0 without one
     * @param string|null $jump words of a D.C. or D.S. at its end ("D.S. al Coda")
     */
    public function __construct(
        public int $index,
        public string $number,
        public Fraction $onset,
        public Fraction $length,
        public Meter $meter,
        public int $keyFifths,
        public bool $isImplicit = false,
        public ?string $rehearsal = null,
        public bool $repeatForward = false,
        public int $repeatBack = 0,
        public array $endings = [],
        public bool $endingStarts = false,
        public bool $endingStops = false,
        public bool $segno = false,
        public bool $coda = false,
        public bool $toCoda = false,
        public bool $fine = false,
        public ?string $jump = null,
        public bool $endsSection = false,
    ) {
    }

    public function end(): Fraction
    {
        return $this->onset->plus($this->length);
    }

    /** Shorter than its meter: a pickup, or what a pickup took away. */
    public function isShort(): bool
    {
        return !$this->meter->isFree && $this->length->isLessThan($this->meter->length());
    }

    /**
     * Where in a full measure an offset falls: a pickup leans on the barline after it.
     */
    public function beatStrengthAt(Fraction $offset): int
    {
        $lean = $this->index === 0 && $this->isShort() ? $this->meter->length()->minus($this->length) : Fraction::zero();

        return $this->meter->strengthAt($offset->plus($lean));
    }
}
