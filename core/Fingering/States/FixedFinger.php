<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Marks\Mark;

/** A finger that a mark or the edition asks for. */
final readonly class FixedFinger
{
    /**
     * @param int|null $finger null for any
     * @param ''|'low'|'high'|'x'|'harmonic' $shape as it was asked; '' where only the digit was
     * @param Mark|null $mark null for a printed one
     */
    public function __construct(public ?int $finger, public string $shape, public ?Mark $mark)
    {
    }
}
