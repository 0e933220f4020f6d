<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/** A step of a warm-up: all sections at once. */
final readonly class WarmUpStep
{
    /**
     * @param float $at minutes from the beginning
     * @param float $minutes it takes
     * @param string $why in a sentence without its full stop
     * @param list<WarmUpLine> $lines one of every section
     */
    public function __construct(
        public LineKind $kind,
        public float $at,
        public float $minutes,
        public string $why,
        public array $lines,
    ) {
    }
}
