<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Pitch;

/** The strings of an instrument, low to high, at written pitch (the bass sounds an octave lower). */
final readonly class Strings
{
    /** Source: standard tuning. */
    private const TUNING = [
        'violin' => ['G3', 'D4', 'A4', 'E5'],
        'viola' => ['C3', 'G3', 'D4', 'A4'],
        'cello' => ['C2', 'G2', 'D3', 'A3'],
        'bass' => ['E2', 'A2', 'D3', 'G3'],
    ];

    /**
     * @param list<string> $names
     * @param list<int> $semitones of the open strings, as {@see Pitch::semitone()}
     * @param list<int> $steps letter steps of the open strings, as {@see Pitch::step()}
     */
    private function __construct(public array $names, public array $semitones, public array $steps)
    {
    }

    /** @throws MusicException */
    public static function of(Instrument $instrument): self
    {
        $pitches = array_map(Pitch::named(...), self::TUNING[$instrument->value] ?? self::TUNING['violin']);

        return new self(
            array_map(static fn (Pitch $pitch): string => $pitch->letter, $pitches),
            array_map(static fn (Pitch $pitch): int => $pitch->semitone(), $pitches),
            array_map(static fn (Pitch $pitch): int => $pitch->step(), $pitches),
        );
    }

    /** Position of a string by its letter, null when the instrument has none. */
    public function named(string $name): ?int
    {
        $found = array_search($name, $this->names, true);

        return $found === false ? null : $found;
    }
}
