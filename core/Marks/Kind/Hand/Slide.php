<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The same finger slides to this note. */
final readonly class Slide implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'slide' ? new self() : null;
    }

    public function words(): string
    {
        return 'slide';
    }

    public function slot(): string
    {
        return 'slide';
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
