<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/** The octave a line takes for a section, and its notes that lie outside what the class has learned there; of a duet, both lines. */
final readonly class LineOctave
{
    /**
     * @param int $octaves from the line as it was typed
     * @param int $home octaves from the typed line to where the line is at home on the instrument
     * @param list<list<int>> $outside of each line the positions in its part of the notes that lie outside
     */
    public function __construct(public int $octaves, public int $home, public array $outside)
    {
    }

    public function countOutside(): int
    {
        return array_sum(array_map(count(...), $this->outside));
    }
}
