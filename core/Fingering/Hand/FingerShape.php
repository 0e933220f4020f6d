<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

/** How a finger stands to the place it has at rest. */
enum FingerShape: string
{
    case Open = 'open';
    case Low = 'low';
    case Regular = 'regular';
    case High = 'high';
    /** Reached back below the hand: an extension. */
    case Back = 'back';
    /** Reached forward above the hand: an extension. */
    case Forward = 'forward';
    /** The string is touched, not stopped. */
    case Harmonic = 'harmonic';

    /** Whether the finger reaches out of the hand's own places. */
    public function isExtension(): bool
    {
        return $this === self::Back || $this === self::Forward;
    }

    /** Whether a finger is out of its usual place; the second finger of violin and viola has two usual ones. */
    public function isAltered(int $finger): bool
    {
        return $this->isExtension() || $this === self::Harmonic || ($finger !== 2 && ($this === self::Low || $this === self::High));
    }

    /** The finger in the words of a pencil line: "low 2", "x4", "0". */
    public function words(int $finger): string
    {
        return match (true) {
            $finger === 0 => '0',
            $this->isExtension() => "x{$finger}",
            $this === self::Harmonic => "{$finger} harmonic",
            $this === self::Low, $this === self::High => "{$this->value} {$finger}",
            default => (string) $finger,
        };
    }
}
