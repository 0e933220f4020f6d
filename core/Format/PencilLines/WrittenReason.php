<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

/** What a written line says its mark is meant to reach: "> 47.1 down". */
final readonly class WrittenReason
{
    public function __construct(public string $place, public string $direction)
    {
    }
}
