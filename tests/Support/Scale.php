<?php

declare(strict_types=1);

namespace Tests\Support;

/** A scale or arpeggio in quarters, in its own key. */
final class Scale
{
    private const MAJOR = [2, 2, 1, 2, 2, 2, 1];
    private const MINOR = [2, 1, 2, 2, 1, 2, 2];
    private const NAMES = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
    private const SEMITONES = [0, 2, 4, 5, 7, 9, 11];
    private const FIFTHS = ['C' => 0, 'G' => 1, 'D' => 2, 'A' => 3, 'E' => 4, 'B' => 5, 'F' => -1, 'Bb' => -2, 'Eb' => -3, 'Ab' => -4];

    /** @param list<string> $notes */
    private function __construct(private readonly array $notes, private readonly int $fifths)
    {
    }

    public static function major(string $tonic, int $octaves): self
    {
        return new self(self::walk($tonic, self::MAJOR, $octaves), self::FIFTHS[rtrim($tonic, '0123456789')]);
    }

    public static function minor(string $tonic, int $octaves): self
    {
        return new self(self::walk($tonic, self::MINOR, $octaves), self::FIFTHS[rtrim($tonic, '0123456789')] - 3);
    }

    public static function arpeggio(string $tonic, int $octaves): self
    {
        $scale = self::walk($tonic, self::MAJOR, $octaves);
        $notes = array_values(array_filter(
            $scale,
            static fn (int $degree): bool => in_array($degree % 7, [0, 2, 4], true),
            ARRAY_FILTER_USE_KEY,
        ));

        return new self($notes, self::FIFTHS[rtrim($tonic, '0123456789')]);
    }

    public function downwards(): self
    {
        return new self(array_reverse($this->notes), $this->fifths);
    }

    public function aFifthLower(): self
    {
        $notes = [];
        foreach ($this->notes as $note) {
            preg_match('~^([A-G])([#b]*)(\d)$~', $note, $parts);
            $letter = (int) array_search($parts[1], self::NAMES, true);
            $octave = (int) $parts[3] - ($letter < 4 ? 1 : 0);
            $lower = ($letter + 3) % 7;
            $wanted = self::midi($letter, (int) $parts[3]) + strlen($parts[2]) * (str_contains($parts[2], 'b') ? -1 : 1) - 7;
            $notes[] = self::spell($lower, $octave, $wanted);
        }

        return new self($notes, $this->fifths - 1);
    }

    public function passage(): Passage
    {
        $quarters = array_map(static fn (string $note): string => "{$note}q", $this->notes);
        $measures = array_map(static fn (array $four): string => implode(' ', $four), array_chunk($quarters, 4));

        return Passage::of('4/4', implode(' | ', $measures))->inKey($this->fifths);
    }

    /**
     * @param list<int> $steps semitones from degree to degree
     * @return list<string>
     */
    private static function walk(string $tonic, array $steps, int $octaves): array
    {
        preg_match('~^([A-G])([#b]*)(\d)$~', $tonic, $parts);
        $letter = (int) array_search($parts[1], self::NAMES, true);
        $octave = (int) $parts[3];
        $at = self::midi($letter, $octave) + strlen($parts[2]) * (str_contains($parts[2], 'b') ? -1 : 1);
        $notes = [$tonic];
        foreach (array_merge(...array_fill(0, $octaves, $steps)) as $degree => $step) {
            $at += $step;
            $now = $letter + $degree + 1;
            $notes[] = self::spell($now % 7, $octave + intdiv($now, 7), $at);
        }

        return $notes;
    }

    private static function spell(int $letter, int $octave, int $midi): string
    {
        $alteration = $midi - self::midi($letter, $octave);

        return self::NAMES[$letter] . str_repeat($alteration < 0 ? 'b' : '#', abs($alteration)) . $octave;
    }

    private static function midi(int $letter, int $octave): int
    {
        return 12 * ($octave + 1) + self::SEMITONES[$letter];
    }
}
