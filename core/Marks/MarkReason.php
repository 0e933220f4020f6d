<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** What a mark is meant to reach: a note that should go a certain way. */
final readonly class MarkReason
{
    /**
     * @param string $note its id
     * @param string $direction as a pencil line says it: down or up
     */
    public function __construct(public string $note, public string $direction)
    {
    }
}
