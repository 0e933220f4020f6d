<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A tempo from a place on, in quarter notes a minute. */
final readonly class Tempo
{
    public function __construct(
        public int $measure,
        public Fraction $offset,
        public float $quartersPerMinute,
    ) {
    }
}
