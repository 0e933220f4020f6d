<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

/**
 * A state of the left hand at one event: where it is, what it stops, and what it stopped last.
 *
 * An open string keeps the frame and the memory of the hand state before, or moves the frame: that is a shift on the open string.
 */
final readonly class HandState
{
    private string $answer;
    private string $stopKey;

    /**
     * @param int $frame semitones of the first finger's place above the nut
     * @param list<Stop> $stops one for each notehead
     * @param list<Stop> $memory what was stopped last
     */
    private function __construct(
        public int $frame,
        public array $stops,
        public array $memory,
        public bool $isOpen,
        public string $key,
    ) {
        $this->stopKey = self::keyOf(0, $stops, []);
        $this->answer = $this->stopKey . '/' . ($isOpen ? '' : $frame);
    }

    /** @param list<Stop> $stops at least one of them with a finger down */
    public static function stopped(int $frame, array $stops): self
    {
        $memory = array_values(array_filter($stops, static fn (Stop $stop): bool => !$stop->isOpen()));

        return new self($frame, $stops, $memory, false, self::keyOf($frame, $stops, []));
    }

    /**
     * @param list<Stop> $stops all open
     * @param list<Stop> $memory what was stopped last
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

    /** Whether both stop the same noteheads alike, wherever the hand is. */
    public function stopsAs(self $other): bool
    {
        return $this->stopKey === $other->stopKey;
    }

    /** Whether a finger reaches out of the hand's own places. */
    public function isExtended(): bool
    {
        foreach ($this->stops as $stop) {
            if ($stop->shape->isExtension()) {
                return true;
            }
        }

        return false;
    }

    /** The finger of a single note, 0 for an open string; -1 for a chord. */
    public function finger(): int
    {
        return count($this->stops) === 1 ? $this->stops[0]->finger : -1;
    }

    /**
     * @param list<Stop> $stops
     * @param list<Stop> $memory
     */
    private static function keyOf(int $frame, array $stops, array $memory): string
    {
        $key = (string) $frame;
        foreach ($stops as $stop) {
            $key .= "|{$stop->string},{$stop->finger},{$stop->semitones}{$stop->shape->value[0]}";
        }
        foreach ($memory as $stop) {
            $key .= ";{$stop->string},{$stop->finger},{$stop->semitones}";
        }

        return $key;
    }
}
