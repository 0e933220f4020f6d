<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** This grace note, or lower note of a double stop, is not played. */
final readonly class LeaveOut implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'leave out' ? new self() : null;
    }

    public function words(): string
    {
        return 'leave out';
    }

    public function slot(): string
    {
        return 'leave-out';
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
