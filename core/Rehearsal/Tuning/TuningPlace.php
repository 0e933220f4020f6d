<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Tuning;

use UprightPencil\Music\Fraction;

/** A beat on which several sections hold one pitch class, long enough to listen. */
final readonly class TuningPlace
{
    /**
     * @param int $measure index of its measure
     * @param Fraction $beat counted from 1 in the meter's lower number
     * @param Fraction $onset quarter notes from the start of the score
     * @param int $from index of the measure to begin in, a measure earlier where there is one
     * @param float $seconds how long it can be heard, at the rehearsal's tempo
     * @param string $pitchClass "G", "B♭": "F#" and "Bb" in the JSON
     * @param non-empty-list<TunedPart> $parts in the order of the score
     * @param array<string, int|null> $without by part id: for a section that does not have the note, the nearest measure where it has;
     *     null where it never does
     * @param list<string> $hear what to hear, in its order, each a sentence without its full stop
     * @param float $worth the better a place, the more
     */
    public function __construct(
        public int $measure,
        public Fraction $beat,
        public Fraction $onset,
        public int $from,
        public float $seconds,
        public string $pitchClass,
        public array $parts,
        public array $without,
        public array $hear,
        public float $worth,
    ) {
    }
}
