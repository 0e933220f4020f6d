<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

/** What holds two neighbouring events together in one bow direction. */
enum SlurLink
{
    case None;
    case Slur;
    case Tie;
    /** Separate notes in one direction: a slur with dots or lines, or a dotted slur. */
    case Hook;
}
