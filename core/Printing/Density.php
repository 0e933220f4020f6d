<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

/** How many fingers a page shows. */
enum Density: string
{
    /** Shifts and traps. */
    case Sparse = 'sparse';
    /** What a player would not take by himself. */
    case Standard = 'standard';
    /** Every note, for first lessons. */
    case EveryNote = 'every';

    /** What it means, or how it looks, in a few words. */
    public function words(): string
    {
        return match ($this) {
            self::Sparse => 'Shifts and traps only',
            self::Standard => 'What a player would not take by himself',
            self::EveryNote => 'Every note, for first lessons',
        };
    }
}
