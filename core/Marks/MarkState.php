<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

enum MarkState: string
{
    case Decided = 'decided';
    case Proposed = 'proposed';
    case Open = 'open';
}
