<?php

declare(strict_types=1);

namespace UprightPencil\Sound;

/** A measure as it is played: one of a repeat's two is another one. Times are in seconds at full tempo. */
final readonly class PlayedMeasure
{
    /**
     * @param int $index of the printed measure
     * @param int $pass 1 the first time, 2 the second …
     * @param float $start seconds from the beginning, in playing order
     * @param float $at quarter notes from the beginning in printed order
     * @param float $length quarter notes
     * @param float $tempo quarter notes a minute where it begins
     * @param float $beat quarter notes of a beat that is counted
     * @param list<array{float, int}> $beats seconds of each beat in it, and which of the meter it is, counted from 1
     * @param list<array{float, int}> $countIn what is counted before it is begun with: seconds before it (above 0), and which beat
     */
    public function __construct(
        public int $index,
        public string $number,
        public ?string $rehearsal,
        public int $pass,
        public float $start,
        public float $end,
        public float $at,
        public float $length,
        public float $tempo,
        public float $beat,
        public array $beats,
        public array $countIn,
    ) {
    }
}
