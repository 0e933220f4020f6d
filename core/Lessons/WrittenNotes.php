<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Pitch;

/** How a sounding place is written in a key, and typed as ABC. */
final readonly class WrittenNotes
{
    private const SIGNS = [-2 => '__', -1 => '_', 0 => '=', 1 => '^', 2 => '^^'];

    /** @param int $fifths sharps of the key, flats below zero */
    public function __construct(private int $fifths)
    {
    }

    /** @throws MusicException */
    public function isInKey(int $semitone): bool
    {
        $pitch = $this->pitch($semitone);

        return $pitch->alteration === Pitch::alterationInKey($pitch->letter, $this->fifths);
    }

    /**
     * As ABC, with a sign only where the key does not say it.
     *
     * @param int $semitone as {@see Pitch::semitone()}
     * @throws MusicException
     */
    public function at(int $semitone): string
    {
        return $this->isInKey($semitone) ? self::letters($this->pitch($semitone)) : $this->signed($semitone);
    }

    /**
     * As ABC, with its sign whatever the key says.
     *
     * @throws MusicException
     */
    public function signed(int $semitone): string
    {
        $pitch = $this->pitch($semitone);

        return self::SIGNS[$pitch->alteration] . self::letters($pitch);
    }

    /**
     * The name a note has in the key: of the key where it is in it, else raised in keys of sharps and lowered in keys of flats.
     *
     * @throws MusicException
     */
    public function pitch(int $semitone): Pitch
    {
        $found = [];
        foreach (['C', 'D', 'E', 'F', 'G', 'A', 'B'] as $letter) {
            foreach ([0, 1, -1] as $alteration) {
                $octave = intdiv($semitone - $alteration, 12) - 1;
                $pitch = Pitch::of($letter, $alteration, $octave);
                $away = abs($pitch->semitone() - $semitone);
                if ($away !== 0) {
                    continue;
                }
                if ($alteration === Pitch::alterationInKey($letter, $this->fifths)) {
                    return $pitch;
                }
                $found[$alteration] = $pitch;
            }
        }

        return $found[0] ?? $found[$this->fifths < 0 ? -1 : 1] ?? Pitch::of('C', 0, 4);
    }

    private static function letters(Pitch $pitch): string
    {
        return $pitch->octave >= 5
            ? strtolower($pitch->letter) . str_repeat("'", $pitch->octave - 5)
            : $pitch->letter . str_repeat(',', 4 - $pitch->octave);
    }
}
