<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The bow is lifted to another place and the direction alternates. Stands at the note after the rest. */
final readonly class Lift implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'lift' ? new self() : null;
    }

    public function words(): string
    {
        return 'lift';
    }

    public function slot(): string
    {
        return 'join';
    }

    public function anchor(): Anchor
    {
        return Anchor::NextNote;
    }

    public function target(): ?string
    {
        return null;
    }
}
