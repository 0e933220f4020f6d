<?php

declare(strict_types=1);

namespace UprightPencil\Practice;

use UprightPencil\Fingering\Hand\FingerShape;

/** A finger's place on the card. */
final readonly class CardPlace
{
    /**
     * @param int $semitones above the open string
     * @param float $mm from the nut, to a tenth
     */
    public function __construct(public int $finger, public FingerShape $shape, public int $semitones, public float $mm)
    {
    }

    /** The finger as the card shows it: reached places are marked x. */
    public function words(): string
    {
        return $this->shape->isExtension() ? $this->shape->words($this->finger) : (string) $this->finger;
    }
}
