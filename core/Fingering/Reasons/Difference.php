<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Reasons;

/** What most tells another way from the chosen one. */
final readonly class Difference
{
    /**
     * @param DifferenceItem|null $worse what the other way pays more; null for nothing worth a word
     * @param DifferenceItem|null $better what it saves
     */
    public function __construct(public ?DifferenceItem $worse, public ?DifferenceItem $better)
    {
    }
}
