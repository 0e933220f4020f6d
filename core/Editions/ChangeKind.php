<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

enum ChangeKind: string
{
    /** Somebody wrote it, or took it out. */
    case Decided = 'decided';
    /** It comes of what was decided before it. */
    case Follows = 'follows';
}
