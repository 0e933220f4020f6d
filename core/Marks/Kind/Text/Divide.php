<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** Partners divide the chord: the outside player takes the top note, the inside player the rest. */
final readonly class Divide implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'divide' ? new self() : null;
    }

    public function words(): string
    {
        return 'divide';
    }

    public function slot(): string
    {
        return 'divide';
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
