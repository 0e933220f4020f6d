<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

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

    public static function examples(): array
    {
        return ['on G'];
    }

    public function words(): string
    {
        return 'on ' . $this->string;
    }

    public function plainWords(): string
    {
        return "on {$this->string} string";
    }

    public function slot(): Slot
    {
        return Slot::String;
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
