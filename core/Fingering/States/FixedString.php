<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Marks\Mark;

/** A string that a mark or the edition asks for. */
final readonly class FixedString
{
    /**
     * @param string $string its letter, or its number from the highest
     * @param Mark|null $mark null for a printed one
     */
    public function __construct(public string $string, public ?Mark $mark)
    {
    }
}
