<?php

declare(strict_types=1);

namespace UprightPencil\Music\Exception;

/**
 * Musical time that cannot be told exactly: divided by nothing, or finer or longer than integers hold.
 *
 * The times of a score that was read lie on one grid, and what is worked out of them stays far from these limits. So only what makes
 * times out of somebody's input says that it throws this.
 */
final class InexactTime extends MusicException
{
    public static function zeroDenominator(): self
    {
        return new self('A fraction cannot be divided by zero.');
    }

    public static function isTooFine(): self
    {
        return new self('A length is a finer part of a quarter note than can be counted exactly.');
    }
}
