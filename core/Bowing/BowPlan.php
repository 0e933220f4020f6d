<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Review\Flag;

/** The bowing of one part: what each notehead gets, and what needs a look. */
final readonly class BowPlan
{
    /**
     * @param array<string, NoteBow> $notes by note id; pizzicato and tremolo have none
     * @param list<Flag> $flags in score order
     */
    public function __construct(public array $notes, public array $flags)
    {
    }

    public function at(string $noteId): ?NoteBow
    {
        return $this->notes[$noteId] ?? null;
    }
}
