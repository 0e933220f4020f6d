<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Result;

use UprightPencil\Review\Flag;

/** The fingering of one part: what each notehead gets, and what needs a look. */
final readonly class FingerPlan
{
    /**
     * @param array<string, NoteFinger> $notes by note id; a note no hand can take has none
     * @param list<Flag> $flags in score order
     */
    public function __construct(public array $notes, public array $flags)
    {
    }

    public static function none(): self
    {
        return new self([], []);
    }

    public function at(string $noteId): ?NoteFinger
    {
        return $this->notes[$noteId] ?? null;
    }
}
