<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

/**
 * A state of the left hand at one moment: where it is, what it stops, and what it stopped last.
 *
 * An open string keeps the frame and the memory of the hand state before, or moves the frame: that is a shift on the open string.
 */
final readonly class HandState
{
    private string $answer;

    /**
     * @param int $frame semitones of the first finger's place above the nut
     * @param list<array{int, int, int, string}> $stops string, finger (0 open), semitones, shape: one for each notehead
     * @param list<array{int, int, int}> $memory what was stopped last: string, finger, semitones
     */
    private function __construct(
        public int $frame,
        public array $stops,
        public array $memory,
        public bool $isOpen,
        public string $key,
    ) {
        $this->answer = self::keyOf(0, $stops, []) . '/' . ($isOpen ? '' : $frame);
    }

    /** @param list<array{int, int, int, string}> $stops at least one of them with a finger down */
    public static function stopped(int $frame, array $stops): self
    {
        $memory = [];
        foreach ($stops as [$string, $finger, $semitones]) {
            if ($finger > 0) {
                $memory[] = [$string, $finger, $semitones];
            }
        }

        return new self($frame, $stops, $memory, false, self::keyOf($frame, $stops, []));
    }

    /**
     * @param list<array{int, int, int, string}> $stops all open
     * @param list<array{int, int, int}> $memory
     */
    public static function open(int $frame, array $stops, array $memory): self
    {
        return new self($frame, $stops, $memory, true, self::keyOf($frame, $stops, $memory));
    }

    /** What tells one answer from another at a note: strings, fingers and the place of the hand. */
    public function answer(): string
    {
        return $this->answer;
    }

    /** Whether a finger reaches out of the hand's own places. */
    public function isExtended(): bool
    {
        foreach ($this->stops as [, , , $shape]) {
            if ($shape === 'forward' || $shape === 'back') {
                return true;
            }
        }

        return false;
    }

    public function finger(): int
    {
        return count($this->stops) === 1 ? $this->stops[0][1] : -1;
    }

    /**
     * @param list<array{int, int, int, string}> $stops
     * @param list<array{int, int, int}> $memory
     */
    private static function keyOf(int $frame, array $stops, array $memory): string
    {
        $key = (string) $frame;
        foreach ($stops as [$string, $finger, $semitones, $shape]) {
            $key .= "|{$string},{$finger},{$semitones}{$shape[0]}";
        }
        foreach ($memory as [$string, $finger, $semitones]) {
            $key .= ";{$string},{$finger},{$semitones}";
        }

        return $key;
    }
}
