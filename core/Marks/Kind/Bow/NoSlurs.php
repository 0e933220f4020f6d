<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The slurs that begin in the range are taken out. */
final readonly class NoSlurs implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'no slurs' ? new self() : null;
    }

    public function words(): string
    {
        return 'no slurs';
    }

    public function slot(): string
    {
        return 'slur';
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
