<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

/** The stops of all noteheads of an event together. */
final readonly class StopSet
{
    /**
     * @param list<Stop> $stops one for each notehead
     * @param int|null $frame semitones of the first finger's place above the nut; null when all strings are open
     */
    public function __construct(public array $stops, public ?int $frame)
    {
    }
}
