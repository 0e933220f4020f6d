<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

/** A stroke the bow is too short for. */
final readonly class RunOut
{
    /**
     * @param float $needs centimetres at the slowest speed that sounds
     * @param float $seconds how long the stroke lasts
     * @param bool $isAlone whether the stroke alone is too long; else the strokes before leave too little
     */
    public function __construct(public float $needs, public float $seconds, public bool $isAlone)
    {
    }
}
