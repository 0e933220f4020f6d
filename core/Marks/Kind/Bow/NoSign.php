<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The printed bowing sign at this note is crossed out. */
final readonly class NoSign implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'no sign' ? new self() : null;
    }

    public function words(): string
    {
        return 'no sign';
    }

    public function slot(): string
    {
        return 'sign';
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
