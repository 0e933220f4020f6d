<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** Where between bridge and fingerboard the bow runs, from here on. */
final readonly class ContactPoint implements MarkKind
{
    /** As it is written, and as a player reads it. */
    private const FORMS = [
        'near the bridge' => 'the bow near the bridge',
        'over the fingerboard' => 'the bow over the fingerboard',
        'usual place' => 'the bow at its usual place',
    ];

    private function __construct(private string $form)
    {
    }

    public static function read(string $words): ?self
    {
        return isset(self::FORMS[$words]) ? new self($words) : null;
    }

    public static function examples(): array
    {
        return array_keys(self::FORMS);
    }

    public function words(): string
    {
        return $this->form;
    }

    public function plainWords(): string
    {
        return self::FORMS[$this->form];
    }

    public function slot(): Slot
    {
        return Slot::Contact;
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
