<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The bow stays on the string here, whatever the school would do. */
final readonly class NoRetake implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'no retake' ? new self() : null;
    }

    public function words(): string
    {
        return 'no retake';
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
