<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** A kind of mark that is said in one of a few fixed forms and names nothing else. */
abstract readonly class FormMark implements MarkKind
{
    /** @var non-empty-array<string, string> as it is written, and as a player reads it; the usual form first */
    protected const FORMS = ['?' => '?'];

    /** @param string|null $form null for the usual one */
    final public function __construct(private ?string $form = null)
    {
    }

    public static function read(string $words): ?static
    {
        return isset(static::FORMS[$words]) ? new static($words) : null;
    }

    public static function examples(): array
    {
        return array_map(strval(...), array_keys(static::FORMS));
    }

    public function words(): string
    {
        return $this->form ?? (string) array_key_first(static::FORMS);
    }

    public function plainWords(): string
    {
        return static::FORMS[$this->words()];
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
