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
    /** @param Direction|null $direction the way the bow goes then; null for the other way, whichever it comes */
    public function __construct(public ?Direction $direction = null)
    {
    }

    public static function read(string $words): ?self
    {
        if (preg_match('~^change(?: (down|up))?$~', $words, $match) !== 1) {
            return null;
        }

        return new self(isset($match[1]) ? Direction::from($match[1]) : null);
    }

    public static function examples(): array
    {
        return ['change up', 'change down', 'change'];
    }

    public function words(): string
    {
        return 'change' . ($this->direction === null ? '' : " {$this->direction->value}");
    }

    public function plainWords(): string
    {
        return $this->direction === null ? 'change the bow inside the note' : "change to {$this->direction->value} inside the note";
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
