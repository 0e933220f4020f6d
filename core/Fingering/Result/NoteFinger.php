<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Result;

use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Marks\Origin;

/** The left hand at one notehead. */
final readonly class NoteFinger
{
    /**
     * @param string $string its letter
     * @param int $number 0 open, 1 to 4
     * @param string $position ½, I, II, II½ …
     * @param bool $isShift the hand is somewhere else than for the note before
     * @param bool $leaveDown the finger stays down while the hand plays next door
     * @param string|null $leaveDownTo id of the note to which it waits
     * @param bool $isSlide the same finger slides here from the note before
     * @param bool $isLaid one finger lies across two strings with the note before
     * @param int $semitones above the open string
     * @param int $frame where the first finger is, in semitones above the nut
     * @param string $why in a sentence without its full stop
     * @param string $mayAlso the other possibility where both are fine: "4" at an open string, "0" at a fourth finger
     * @param list<OtherFinger> $others best first
     * @param string $find where the hand arrives: how to find the place, in words; empty elsewhere
     * @param string $advice what the bow arm should know of the strings here, in words; empty where nothing needs saying
     */
    public function __construct(
        public string $string,
        public int $number,
        public FingerShape $shape,
        public string $position,
        public bool $isShift,
        public bool $leaveDown,
        public ?string $leaveDownTo,
        public bool $isSlide,
        public bool $isLaid,
        public int $semitones,
        public int $frame,
        public Origin $origin,
        public string $why,
        public string $mayAlso = '',
        public array $others = [],
        public string $find = '',
        public string $advice = '',
    ) {
    }

    /** The finger in words: "low 2", "x4", "0". */
    public function words(): string
    {
        return $this->shape->words($this->number);
    }
}
