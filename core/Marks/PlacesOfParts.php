<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** The places of all parts of a score at hand, each looked up once; gone with the one who asks. */
final class PlacesOfParts
{
    /** @var array<string, Places> by part id */
    private array $places = [];

    public function __construct(private readonly Score $score)
    {
    }

    public function of(Part $part): Places
    {
        return $this->places[$part->id] ??= Places::anew($this->score, $part);
    }
}
