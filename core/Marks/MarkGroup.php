<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** What marks are about. Marks for the hand leave the bow as it was, and the other way round unless a slur changed. */
enum MarkGroup: string
{
    case Bow = 'bow';
    case Hand = 'hand';
    /** Words over the music. */
    case Text = 'text';
}
