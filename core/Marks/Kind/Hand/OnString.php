<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;

/** The string to play on. */
final readonly class OnString implements MarkKind
{
    public function __construct(public string $string)
    {
    }

    public static function read(string $words): ?self
    {
        return preg_match('~^on ([CGDAE])$~', $words, $match) === 1 ? new self($match[1]) : null;
    }

    public function words(): string
    {
        return 'on ' . $this->string;
    }

    public function slot(): string
    {
        return 'string';
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
