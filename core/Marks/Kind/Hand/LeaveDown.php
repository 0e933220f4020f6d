<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The finger stays on the string. */
final readonly class LeaveDown implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'leave down' ? new self() : null;
    }

    public function words(): string
    {
        return 'leave down';
    }

    public function slot(): string
    {
        return 'leave-down';
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
