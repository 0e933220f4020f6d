<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A meter. `beats` is the sum of the upper numbers (3+2 over 8 is 5 over 8). */
final readonly class Meter
{
    private function __construct(
        public int $beats,
        public int $unit,
        public bool $isFree,
    ) {
    }

    public static function of(int $beats, int $unit): self
    {
        return new self($beats, $unit, false);
    }

    /** No meter at all (senza misura): every length is right. */
    public static function free(): self
    {
        return new self(4, 4, true);
    }

    /** One of the meter's lower-number units, in quarter notes. */
    public function beatLength(): Fraction
    {
        return Fraction::of(4, $this->unit);
    }

    /** A full measure, in quarter notes. */
    public function length(): Fraction
    {
        return Fraction::of(4 * $this->beats, $this->unit);
    }

    /** Compound meters are felt in threes: 6/8, 9/8, 12/8. */
    public function isCompound(): bool
    {
        return $this->unit >= 8 && $this->beats > 3 && $this->beats % 3 === 0;
    }

    /** The length of a felt beat, in quarter notes: a dotted quarter in 6/8, a quarter in 3/4. */
    public function pulse(): Fraction
    {
        return $this->isCompound() ? $this->beatLength()->times(3) : $this->beatLength();
    }

    /** Offset in quarter notes from the barline to a beat number of the lower unit, counted from 1. */
    public function beatAt(Fraction $offset): Fraction
    {
        return $offset->dividedBy($this->beatLength())->plus(Fraction::of(1));
    }

    /** The opposite of {@see beatAt}: beat number to offset in quarter notes. */
    public function offsetOf(Fraction $beat): Fraction
    {
        return $beat->minus(Fraction::of(1))->times($this->beatLength());
    }

    /**
     * How strong a place in the measure is: 3 the downbeat, 2 the middle of an even measure, 1 a felt beat, 0 between.
     */
    public function strengthAt(Fraction $offset): int
    {
        if ($offset->isZero()) {
            return 3;
        }
        $pulses = $this->length()->dividedBy($this->pulse());
        $at = $offset->dividedBy($this->pulse());
        if (!$at->isWhole()) {
            return 0;
        }

        // Of two beats the second is a light one.
        $isEven = $pulses->isWhole() && $pulses->numerator >= 4 && $pulses->numerator % 2 === 0;

        return $isEven && 2 * $at->numerator === $pulses->numerator ? 2 : 1;
    }
}
