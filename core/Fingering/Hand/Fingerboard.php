<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

use UprightPencil\Music\Instrument;

/**
 * Distances on the fingerboard. A stopped note n semitones above a string of sounding length L lies
 * L·(1 − 2^(−n/12)) from the nut: equal temperament.
 */
final readonly class Fingerboard
{
    /**
     * Sounding string length in millimetres, by instrument and size, the full size first. A new size is a line here.
     *
     * Source: usual lengths of student instruments, as the trade's page on fingering gives them; makers differ by a few millimetres.
     */
    public const LENGTHS = [
        'violin' => ['4/4' => 328.0, '3/4' => 310.0, '1/2' => 285.0, '1/4' => 260.0],
        'viola' => ['16″' => 370.0, '15″' => 350.0, '14″' => 330.0, '13″' => 312.0],
        'cello' => ['4/4' => 690.0, '3/4' => 650.0, '1/2' => 580.0],
        'bass' => ['3/4' => 1050.0, '1/2' => 970.0, '1/4' => 900.0],
    ];

    /** Where beginners' tapes lie, in semitones above the open string. Source: the trade's page on fingering. */
    public const TAPES = ['violin' => [2, 4, 5, 7], 'viola' => [2, 4, 5, 7], 'cello' => [2, 4, 5], 'bass' => [2, 4, 5]];

    private function __construct(public float $length)
    {
    }

    /** @param string $size one of {@see LENGTHS}; anything else is the full size */
    public static function of(Instrument $instrument, string $size = ''): self
    {
        $lengths = self::LENGTHS[$instrument->value] ?? self::LENGTHS['violin'];

        return new self($lengths[$size] ?? array_values($lengths)[0]);
    }

    /** How far along the string a place lies: 0 the nut, 1 the bridge. */
    public static function share(float $semitones): float
    {
        return 1 - 2 ** (-$semitones / 12);
    }

    /** Millimetres from the nut to a place this many semitones above the open string. */
    public function mm(float $semitones): float
    {
        return $this->length * self::share($semitones);
    }

    /** Millimetres between two places on a string. */
    public function span(float $from, float $to): float
    {
        return abs($this->mm($to) - $this->mm($from));
    }
}
