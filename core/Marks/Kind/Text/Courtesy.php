<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** A courtesy accidental, in parentheses. */
final readonly class Courtesy implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'courtesy' ? new self() : null;
    }

    public function words(): string
    {
        return 'courtesy';
    }

    public function slot(): string
    {
        return 'courtesy';
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
