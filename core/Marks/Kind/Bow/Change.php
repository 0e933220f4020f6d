<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Direction;

/** The bow changes inside a long note; the direction is the new one. */
final readonly class Change implements MarkKind
{
    public function __construct(public Direction $direction)
    {
    }

    public static function read(string $words): ?self
    {
        $direction = preg_match('~^change (down|up)$~', $words, $match) === 1 ? Direction::from($match[1]) : null;

        return $direction === null ? null : new self($direction);
    }

    public static function examples(): array
    {
        return ['change up', 'change down'];
    }

    public function words(): string
    {
        return 'change ' . $this->direction->value;
    }

    public function plainWords(): string
    {
        return "change to {$this->direction->value} inside the note";
    }

    public function slot(): Slot
    {
        return Slot::Change;
    }

    public function anchor(): Anchor
    {
        return Anchor::Inside;
    }

    public function target(): ?string
    {
        return null;
    }
}
