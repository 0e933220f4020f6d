<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/** What the director chose for a section's line. */
final readonly class SectionChoice
{
    /** @param int|null $octaves from the typed line; null as the rule has it */
    public function __construct(public ?int $octaves = null, public NotesFound $found = NotesFound::Kept)
    {
    }
}
