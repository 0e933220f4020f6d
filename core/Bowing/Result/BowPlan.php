<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Result;

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

    /** Which way the bow goes, one letter a note: two plans of one part can be laid side by side. */
    public function directions(): string
    {
        $text = '';
        foreach ($this->notes as $bow) {
            $text .= $bow->direction->value[0];
        }

        return $text;
    }

    /**
     * Notes at which a stroke begins that went the other way before.
     *
     * @param string $directions of the same part earlier, as {@see directions()} told them
     * @return list<string> note ids
     */
    public function turnedSince(string $directions): array
    {
        $turned = [];
        $position = 0;
        $isSamePart = strlen($directions) === count($this->notes);
        foreach ($isSamePart ? $this->notes : [] as $id => $bow) {
            $before = $directions[$position++];
            if ($bow->isHead && $before !== $bow->direction->value[0]) {
                $turned[] = (string) $id;
            }
        }

        return $turned;
    }

    public function at(string $noteId): ?NoteBow
    {
        return $this->notes[$noteId] ?? null;
    }
}
