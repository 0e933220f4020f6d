<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

/** How many directions of the bow a page shows. Hooks, retakes, changes, slurs and what the edition prints stand on every page. */
enum BowDensity: string
{
    /** Where the bow would otherwise go wrong, and a reminder now and then. */
    case Few = 'few';
    /** Also the first stroke after a rest, of an ending, and of every few measures. */
    case Some = 'some';
    /** Also the first stroke of every measure. */
    case EveryMeasure = 'every';

    /** What it means, in a few words. */
    public function words(): string
    {
        return match ($this) {
            self::Few => 'Where the bow would go wrong',
            self::Some => 'Also after rests and once a line',
            self::EveryMeasure => 'Every measure, for first lessons',
        };
    }

    /** Measures after which a direction is shown again: about a page of them, or a line. */
    public function remindsAfter(): int
    {
        return match ($this) {
            self::Few => 16,
            self::Some => 4,
            self::EveryMeasure => 1,
        };
    }
}
