<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A kind of stroke that words ask for. */
enum BowStyle: string
{
    case Spiccato = 'spiccato';
    case Staccato = 'staccato';
    case Martele = 'martelé';
    case Tremolo = 'tremolo';

    /** Short notes with silence after each. */
    public function isShortened(): bool
    {
        return $this === self::Spiccato || $this === self::Staccato;
    }
}
