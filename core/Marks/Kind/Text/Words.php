<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** A short text at a place. */
final readonly class Words implements MarkKind
{
    public function __construct(public string $text)
    {
    }

    public static function read(string $words): ?self
    {
        return preg_match('~^"([^"]{1,200})"$~u', $words, $match) === 1 ? new self($match[1]) : null;
    }

    public static function examples(): array
    {
        return ['"to the tip"'];
    }

    public function words(): string
    {
        return '"' . $this->text . '"';
    }

    public function plainWords(): string
    {
        return $this->text;
    }

    public function slot(): Slot
    {
        return Slot::Words;
    }

    public function anchor(): Anchor
    {
        return Anchor::Anywhere;
    }

    public function target(): ?string
    {
        return null;
    }
}
