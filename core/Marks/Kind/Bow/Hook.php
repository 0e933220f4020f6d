<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** Goes the same way as the stroke before, the bow staying on the string. Stands at the second note. */
final readonly class Hook implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'hook' ? new self() : null;
    }

    public function words(): string
    {
        return 'hook';
    }

    public function slot(): string
    {
        return 'join';
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
