<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** Where a rehearsal begins: practitioners disagree. */
enum BeginWith: string
{
    /** What only the last measures have is never reached otherwise. */
    case End = 'end';
    /** Where pitch can be heard. */
    case LongNotes = 'long';
    case Hardest = 'hard';
    /** As it stands in the piece. */
    case Order = 'order';

    public function title(): string
    {
        return match ($this) {
            self::End => 'the end',
            self::LongNotes => 'the long notes',
            self::Hardest => 'the hardest',
            self::Order => 'the beginning',
        };
    }
}
