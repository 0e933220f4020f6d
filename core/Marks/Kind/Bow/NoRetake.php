<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** The bow stays on the string here, whatever the school would do. Stands at the note after the rest. */
final readonly class NoRetake implements MarkKind
{
    private const USUAL = 'no retake';
    /** As it is written, and as a player reads it. */
    private const FORMS = [
        self::USUAL => 'the bow is not carried back',
        'no lift' => 'the bow stays on the string',
        'freeze' => 'the bow stops on the string and goes on from there',
    ];

    public function __construct(private string $form = self::USUAL)
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
        return Slot::Connection;
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
