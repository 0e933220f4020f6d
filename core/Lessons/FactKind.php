<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/** What kind of thing a lesson brings. */
enum FactKind: string
{
    /** A string that is used. */
    case String = 'string';
    /** A finger's place on a string. */
    case Place = 'place';
    case Pitch = 'pitch';
    case Rhythm = 'rhythm';
    case Meter = 'meter';
    /** So many notes on one bow. */
    case Slur = 'slur';
    /** A way of using the bow. */
    case Stroke = 'stroke';
    case Dynamic = 'dynamic';
    /** A repeat, an ending, a jump. */
    case Form = 'form';
}
