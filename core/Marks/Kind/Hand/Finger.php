<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** A finger: its digit, with its place on the string where that is said (low, high), an extension (x), or touched (harmonic). */
final readonly class Finger implements MarkKind
{
    /** @param ''|'low'|'high'|'x'|'harmonic' $shape */
    public function __construct(public int $number, public string $shape)
    {
    }

    public static function read(string $words): ?self
    {
        if (preg_match('~^(?:(low|high) |(x))?([0-4])( harmonic)?$~', $words, $match) !== 1) {
            return null;
        }
        $shape = $match[1] !== '' ? $match[1] : $match[2];
        $isTouched = isset($match[4]);
        if (($isTouched || (int) $match[3] === 0) && $shape !== '' || ($isTouched && (int) $match[3] === 0)) {
            return null;
        }

        return new self((int) $match[3], $isTouched ? 'harmonic' : $shape);
    }

    public static function examples(): array
    {
        return ['4', 'low 4', 'high 3', 'x4', '0', '4 harmonic'];
    }

    public function words(): string
    {
        return match ($this->shape) {
            '' => (string) $this->number,
            'x' => "x{$this->number}",
            'harmonic' => "{$this->number} harmonic",
            default => "{$this->shape} {$this->number}",
        };
    }

    public function plainWords(): string
    {
        return match (true) {
            $this->number === 0 => 'open string',
            $this->shape === 'harmonic' => "finger {$this->number}, touching the harmonic",
            default => "finger {$this->words()}",
        };
    }

    public function slot(): Slot
    {
        return Slot::Finger;
    }

    public function anchor(): Anchor
    {
        return Anchor::Note;
    }

    public function target(): ?string
    {
        return null;
    }
}
