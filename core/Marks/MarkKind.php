<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/**
 * What a mark decides. One small class each, in Kind/ and listed in {@see MarkKinds}.
 *
 * Kinds that are said in fixed words extend {@see PlainMark}; those that show a sign of their own at a note are a {@see StandingMark}.
 */
interface MarkKind
{
    /** Reads the words of a pencil line; null when they are not this kind's. */
    public static function read(string $words): ?self;

    /** @return non-empty-list<string> every form it is written in, as "Say it" offers them and the docs show them */
    public static function examples(): array;

    /** As a pencil line says it; reading it gives the same mark. */
    public function words(): string;

    /** As a player reads it. */
    public function plainWords(): string;

    public function slot(): Slot;

    /** What the place of the mark means to it. */
    public function anchor(): Anchor;

    /** The second place it names, as it was written ("slur 1.2"); null for kinds that name none. */
    public function target(): ?string;
}
