<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** What a mark decides. One small class each, listed in {@see MarkKinds}. */
interface MarkKind
{
    /** Reads the words of a pencil line; null when they are not this kind's. */
    public static function read(string $words): ?self;

    /** As a pencil line says it. */
    public function words(): string;

    /** What a note can have only one of: a mark in the same slot takes the place of the one before. */
    public function slot(): string;

    /** What the place of the mark means to it. */
    public function anchor(): Anchor;

    /** Where the mark acts, when it names a second place ("slur 1.2"); null for the others. */
    public function target(): ?string;
}
