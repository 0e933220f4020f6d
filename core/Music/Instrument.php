<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** The four instruments of the string orchestra, and everything else. */
enum Instrument: string
{
    case Violin = 'violin';
    case Viola = 'viola';
    case Cello = 'cello';
    case Bass = 'bass';
    case Other = 'other';

    public function isBowed(): bool
    {
        return $this !== self::Other;
    }
}
