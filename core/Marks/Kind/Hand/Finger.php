<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** A finger: its digit, with its place on the string where that is said (low, high) or an extension (x). */
final readonly class Finger implements MarkKind
{
    /** @param ''|'low'|'high'|'x' $shape */
    public function __construct(public int $number, public string $shape)
    {
    }

    public static function read(string $words): ?self
    {
        if (preg_match('~^(?:(low|high) |(x))?([0-4])$~', $words, $match) !== 1) {
            return null;
        }
        $shape = $match[1] !== '' ? $match[1] : $match[2];
        if ((int) $match[3] === 0 && $shape !== '') {
            return null;
        }

        return new self((int) $match[3], $shape);
    }

    public static function examples(): array
    {
        return ['4', 'low 4', 'high 3', 'x4', '0'];
    }

    public function words(): string
    {
        return ($this->shape === 'x' ? 'x' : ($this->shape === '' ? '' : $this->shape . ' ')) . $this->number;
    }

    public function plainWords(): string
    {
        return $this->number === 0 ? 'open string' : "finger {$this->words()}";
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
