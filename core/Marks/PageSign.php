<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** How a mark that simply stands at a note looks on the page. */
enum PageSign
{
    /** The note small and grey: nobody plays it. */
    case SmallNote;
    /** "div." over the note. */
    case Divisi;
    /** The accidental in parentheses. */
    case CourtesyAccidental;
    /** A short open tie: the note rings on. */
    case OpenTie;
    /** The edition's finger taken out. */
    case NoFingering;
}
