<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Direction;

/** The director wants this direction here, by the best way there is. */
final readonly class Goal implements MarkKind
{
    public function __construct(public Direction $direction)
    {
    }

    public static function read(string $words): ?self
    {
        $direction = preg_match('~^goal (down|up)$~', $words, $match) === 1 ? Direction::from($match[1]) : null;

        return $direction === null ? null : new self($direction);
    }

    public static function examples(): array
    {
        return ['goal down', 'goal up'];
    }

    public function words(): string
    {
        return 'goal ' . $this->direction->value;
    }

    public function plainWords(): string
    {
        return 'goal: ' . $this->direction->value;
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
