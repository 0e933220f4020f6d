<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** A slur from this note to another. */
final readonly class SlurTo implements MarkKind
{
    public function __construct(public string $place)
    {
    }

    public static function read(string $words): ?self
    {
        return preg_match('~^slur (?:to )?(\S+)$~', $words, $match) === 1 ? new self($match[1]) : null;
    }

    public static function examples(): array
    {
        return ['slur 1.2'];
    }

    public function words(): string
    {
        return 'slur ' . $this->place;
    }

    public function plainWords(): string
    {
        return "slur to {$this->place}";
    }

    public function slot(): Slot
    {
        return Slot::Slur;
    }

    public function anchor(): Anchor
    {
        return Anchor::Note;
    }

    public function target(): string
    {
        return $this->place;
    }
}
