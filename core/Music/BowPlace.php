<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A part of the bow that words ask for. */
enum BowPlace: string
{
    case Frog = 'at the frog';
    case BalancePoint = 'balance point';
    case Middle = 'in the middle';
    case Tip = 'at the tip';
}
