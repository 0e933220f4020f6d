<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** Who decided. */
enum Origin: string
{
    case WorkedOut = 'worked-out';
    case Printed = 'printed';
    case Mark = 'mark';
}
