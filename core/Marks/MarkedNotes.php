<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

use UprightPencil\Music\Fraction;

/** The notes a mark stands at. */
final readonly class MarkedNotes
{
    /**
     * @param string $from id of the first
     * @param string $to id of the last; the same where there is one
     * @param Fraction|null $inside quarter notes from the note's beginning, for a place inside it
     */
    public function __construct(public string $from, public string $to, public ?Fraction $inside = null)
    {
    }
}
