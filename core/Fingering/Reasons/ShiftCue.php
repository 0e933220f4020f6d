<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Reasons;

use UprightPencil\Fingering\Hand\Hand;

/** How a player finds a new place of the hand: by a finger that was there, a tape, or the harmonic in the middle of the string. */
final readonly class ShiftCue
{
    private const ORDINALS = [1 => 'first', 'second', 'third', 'fourth'];

    /** Places of the fingers from the frame at rest, by instrument. */
    private const AT_REST = [
        'violin' => [2 => 2, 3 => 3, 4 => 5],
        'cello' => [2 => 1, 3 => 2, 4 => 3],
        'bass' => [2 => 1, 4 => 2],
    ];

    public function __construct(private Hand $hand)
    {
    }

    /**
     * @param int $from frame the hand leaves
     * @param int $to frame it goes to
     * @param int $finger that plays there, 0 for none
     * @param int $semitones where it stands above the open string
     * @return string in a sentence without its full stop
     */
    public function words(int $from, int $to, int $finger, int $semitones): string
    {
        if ($finger > 1 && $semitones === 12) {
            return self::ORDINALS[$finger] . ' finger on the harmonic in the middle of the string';
        }
        if ($to === 1) {
            return 'the first finger back beside the nut';
        }
        if ($to === 2) {
            return 'home: the first finger ' . ($this->hand->isViolin() ? 'on the first tape' : 'a whole step from the nut');
        }
        if ($this->hand->isViolin() && $from === 2 && $to === 5) {
            return 'the first finger on the third tape';
        }
        foreach (self::AT_REST[$this->kind()] as $other => $offset) {
            if ($from + $offset === $to) {
                return 'the first finger where your ' . self::ORDINALS[$other] . ' finger was';
            }
            if ($to + $offset === $from) {
                return 'your ' . self::ORDINALS[$other] . ' finger where the first finger was';
            }
        }
        if ($this->kind() === 'cello' && $to === 7) {
            return 'the thumb meets the end of the neck';
        }
        $far = abs($to - $from);
        $steps = [1 => 'a half step', 2 => 'a whole step'][$far] ?? "{$far} half steps";

        return 'the whole hand ' . ($to > $from ? 'up ' : 'down ') . $steps . ', with the thumb';
    }

    private function kind(): string
    {
        return match (true) {
            $this->hand->isViolin() => 'violin',
            $this->hand->isBass() => 'bass',
            default => 'cello',
        };
    }
}
