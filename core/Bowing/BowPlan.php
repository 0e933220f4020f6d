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

    /** Which notes are slurred or tied to the one before, as one text. */
    public function slurs(): string
    {
        $text = '';
        foreach ($this->notes as $id => $bow) {
            if ($bow->join === Join::Slur || $bow->join === Join::Tie) {
                $text .= "{$id} ";
            }
        }

        return $text;
    }

    public function at(string $noteId): ?NoteBow
    {
        return $this->notes[$noteId] ?? null;
    }
}
