<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\BowPart;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** The strokes that begin in the range lie in this part of the bow, or take so much of it. */
final readonly class PartOfBow implements MarkKind
{
    public function __construct(public BowPart $part)
    {
    }

    public static function read(string $words): ?self
    {
        $part = BowPart::read($words);

        return $part === null ? null : new self($part);
    }

    public static function examples(): array
    {
        return array_map(static fn (BowPart $part): string => $part->value, BowPart::cases());
    }

    public function words(): string
    {
        return $this->part->value;
    }

    public function plainWords(): string
    {
        return $this->part->plainWords();
    }

    public function slot(): Slot
    {
        return Slot::PartOfBow;
    }

    public function anchor(): Anchor
    {
        return Anchor::Range;
    }

    public function target(): ?string
    {
        return null;
    }
}
