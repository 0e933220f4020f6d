<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** A kind of mark that is said in two or three fixed words and names nothing else. */
abstract readonly class PlainMark implements MarkKind
{
    /** @var non-empty-string as a pencil line says it */
    protected const WORDS = '?';

    final public function __construct()
    {
    }

    public static function read(string $words): ?static
    {
        return $words === static::WORDS ? new static() : null;
    }

    public static function examples(): array
    {
        return [static::WORDS];
    }

    public function words(): string
    {
        return static::WORDS;
    }

    public function plainWords(): string
    {
        return static::WORDS;
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
