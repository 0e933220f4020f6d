<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Settings\LandmarkKind;

/** A stroke that should come down, or the way it came before, in every school. */
final readonly class Landmark
{
    /**
     * @param int|null $source the stroke whose direction it should repeat; null where it should come down
     * @param string $words in words that follow "so that"
     */
    public function __construct(public LandmarkKind $kind, public ?int $source, public string $words)
    {
    }
}
