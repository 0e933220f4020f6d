<?php

declare(strict_types=1);

namespace UprightPencil\Review;

use UprightPencil\Music\Fraction;

/** One of the places at which a flag stands. */
final readonly class FlagPlace
{
    /**
     * @param int $measure index of the measure
     * @param Fraction|null $beat counted from 1 in the meter's lower number
     * @param int|null $until index of its last measure, where it is a stretch
     */
    public function __construct(
        public ?string $partId,
        public int $measure,
        public ?Fraction $beat,
        public ?string $noteId,
        public ?int $until = null,
    ) {
    }
}
