<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

/** How much bow something takes: centimetres at the slowest speed that still sounds, at a comfortable one, and at the fastest. */
final readonly class BowLength
{
    public function __construct(
        public float $seconds,
        public float $slowest,
        public float $comfortable,
        public float $fastest,
    ) {
    }

    public static function none(): self
    {
        return new self(0.0, 0.0, 0.0, 0.0);
    }

    /** Both under one bow, the second only for a share of it. */
    public function plus(self $other, float $share = 1.0): self
    {
        return new self(
            $this->seconds + $share * $other->seconds,
            $this->slowest + $share * $other->slowest,
            $this->comfortable + $share * $other->comfortable,
            $this->fastest + $share * $other->fastest,
        );
    }
}
