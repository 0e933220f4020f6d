<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

/** Speeds of the bow at one dynamic, in centimetres a second. */
final readonly class BowSpeeds
{
    /**
     * @param float $slowest that still sounds
     * @param float $fastest that still holds
     */
    public function __construct(public float $slowest, public float $comfortable, public float $fastest)
    {
    }

    /** The same on thicker strings. */
    public function times(float $factor): self
    {
        return new self($this->slowest * $factor, $this->comfortable * $factor, $this->fastest * $factor);
    }

    /**
     * Between this and a louder dynamic. Speeds glide as ears hear them: by ratio, not by difference.
     *
     * @param float $share 0 here to 1 there
     */
    public function towards(self $other, float $share): self
    {
        return new self(
            $this->slowest * ($other->slowest / $this->slowest) ** $share,
            $this->comfortable * ($other->comfortable / $this->comfortable) ** $share,
            $this->fastest * ($other->fastest / $this->fastest) ** $share,
        );
    }
}
