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
}
