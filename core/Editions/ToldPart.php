<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

/** One part of a marked score. */
final readonly class ToldPart
{
    /** @param list<ToldNote> $notes in printed order */
    public function __construct(public string $id, public string $name, public array $notes)
    {
    }
}
