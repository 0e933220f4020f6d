<?php

declare(strict_types=1);

namespace UprightPencil\Music;

use UprightPencil\Music\Exception\MusicException;

/** A written pitch: letter, alteration in semitones, octave (C4 is the middle C of the staff). */
final readonly class Pitch implements \Stringable
{
    /** Semitones above C. */
    private const SEMITONES = ['C' => 0, 'D' => 2, 'E' => 4, 'F' => 5, 'G' => 7, 'A' => 9, 'B' => 11];

    /** What is asked of a pitch thousands of times is worked out once for each of the few there are. */
    private int $semitone;
    private int $step;
    private string $name;

    private function __construct(
        public string $letter,
        public int $alteration,
        public int $octave,
    ) {
        $this->semitone = 12 * ($octave + 1) + self::SEMITONES[$letter] + $alteration;
        $this->step = 7 * $octave + (int) strpos('CDEFGAB', $letter);
        $this->name = $letter . str_repeat($alteration < 0 ? 'b' : '#', abs($alteration)) . $octave;
    }

    /**
     * @param string $letter A to G
     * @param int $alteration semitones, −2 (double flat) to 2 (double sharp)
     * @throws MusicException when the letter is none of the seven, or the alteration or octave is out of reason
     */
    public static function of(string $letter, int $alteration, int $octave): self
    {
        if (!isset(self::SEMITONES[$letter]) || abs($alteration) > 3 || $octave < -1 || $octave > 11) {
            throw MusicException::notAPitch($letter . $alteration . '/' . $octave);
        }

        // A part uses a few dozen pitches over and over.
        /** @var array<string, self> $known */
        static $known = [];

        return $known["{$letter}{$alteration}/{$octave}"] ??= new self($letter, $alteration, $octave);
    }

    /**
     * @param string $name for example "C#5", "Bb3", "F##4"
     * @throws MusicException
     */
    public static function named(string $name): self
    {
        if (preg_match('~^([A-G])(#{0,3}|b{0,3})(-?\d{1,2})$~', $name, $match) !== 1) {
            throw MusicException::notAPitch($name);
        }
        $alteration = strlen($match[2]) * (str_starts_with($match[2], 'b') ? -1 : 1);

        return self::of($match[1], $alteration, (int) $match[3]);
    }

    /** Semitones above C−1, so that middle C is 60. */
    public function semitone(): int
    {
        return $this->semitone;
    }

    /** Letter steps above C0. */
    public function step(): int
    {
        return $this->step;
    }

    public function equals(self $other): bool
    {
        return $this->letter === $other->letter
            && $this->alteration === $other->alteration
            && $this->octave === $other->octave;
    }

    /** The name without the octave, with the signs of notation: "G♯". */
    public function spoken(): string
    {
        $sign = ['♭♭♭', '♭♭', '♭', '', '♯', '𝄪', '♯𝄪'][$this->alteration + 3];

        return $this->letter . $sign;
    }

    public function __toString(): string
    {
        return $this->name;
    }

    /**
     * How a key signature alters a letter.
     *
     * @param int $fifths sharps of the key, flats below zero
     * @return int -1, 0 or 1
     */
    public static function alterationInKey(string $letter, int $fifths): int
    {
        $altered = $fifths >= 0 ? substr('FCGDAEB', 0, $fifths) : substr('BEADGCF', 0, -$fifths);

        return $altered !== '' && str_contains($altered, $letter) ? ($fifths > 0 ? 1 : -1) : 0;
    }
}
