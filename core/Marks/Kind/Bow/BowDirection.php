<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Direction;

/** This note goes down, or up. */
final readonly class BowDirection implements MarkKind
{
    public function __construct(public Direction $direction)
    {
    }

    public static function read(string $words): ?self
    {
        $direction = Direction::tryFrom($words);

        return $direction === null ? null : new self($direction);
    }

    public static function examples(): array
    {
        return ['down', 'up'];
    }

    public function words(): string
    {
        return $this->direction->value;
    }

    public function plainWords(): string
    {
        return $this->direction === Direction::Down ? '⊓ down bow' : 'V up bow';
    }

    public function slot(): Slot
    {
        return Slot::Direction;
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
