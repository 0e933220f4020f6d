<?php

declare(strict_types=1);

namespace UprightPencil\Review\Reading;

use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;

/** All that is told of a part as it is printed. A new check is a class and a line here. */
final readonly class PartChecks
{
    /** @return list<Flag> in no order */
    public function flags(Score $score, Part $part, MarkBook $book): array
    {
        $flags = [];
        foreach ([new StyleStops(), new RhythmOnce(), new FirstAccidentals(), new NotesAcrossBarlines()] as $check) {
            $flags = [...$flags, ...$check->flags($score, $part, $book)];
        }

        return $flags;
    }
}
