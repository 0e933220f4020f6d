<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Text;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

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

    public function words(): string
    {
        return '"' . $this->text . '"';
    }

    public function slot(): string
    {
        return 'words';
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
