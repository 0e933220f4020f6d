<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

/** How bows are ordered: few marks, or every downbeat down where that is cheap. */
enum BowSchool: string
{
    case AsItComes = 'as-it-comes';
    case Downbeat = 'downbeat';
}
