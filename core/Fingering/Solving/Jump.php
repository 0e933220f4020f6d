<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

/** A place where the music leads back or on, from one layer to another. */
final readonly class Jump
{
    /**
     * @param float $since seconds from the one to the other
     * @param float $rest seconds of silence between
     */
    public function __construct(public int $from, public int $to, public float $since, public float $rest)
    {
    }
}
