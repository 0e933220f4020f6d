<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

/** A marked score as its file tells it. */
final readonly class ToldScore
{
    /**
     * @param list<ToldPart> $parts
     * @param bool $tellsMarks whether it tells what was decided apart from what was worked out: the JSON does, MusicXML does not
     */
    public function __construct(public array $parts, public bool $tellsMarks)
    {
    }
}
