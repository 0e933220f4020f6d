<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Result;

use UprightPencil\Fingering\Hand\FingerShape;

/** Another way to take a note, with what the best way through it costs more. */
final readonly class OtherFinger
{
    /** @param float $costs in shifts: an ordinary shift costs 1 */
    public function __construct(
        public string $string,
        public int $number,
        public FingerShape $shape,
        public string $position,
        public float $costs,
        public string $why,
    ) {
    }
}
