<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The bow travels back in the air and the direction repeats. Stands at the note after the rest. */
final readonly class Retake implements MarkKind
{
    public static function read(string $words): ?self
    {
        return $words === 'retake' ? new self() : null;
    }

    public function words(): string
    {
        return 'retake';
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
