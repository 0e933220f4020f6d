<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use UprightPencil\Music\Fraction;

/**
 * The finest grid all lengths of a score lie on. While it is no finer than its limit, every sum of lengths stays an exact fraction
 * of small numbers.
 */
final class TimeGrid
{
    /** @var array<int, true> denominators met */
    private array $known = [1 => true];
    /** Steps in a quarter note: the least common multiple of the denominators met. */
    private int $steps = 1;

    /** @param int $limit most steps a quarter note may need */
    public function __construct(private readonly int $limit)
    {
    }

    /** Whether a length still fits; it counts from then on. */
    public function takes(Fraction $length): bool
    {
        $denominator = $length->denominator;
        if (isset($this->known[$denominator])) {
            return true;
        }
        if ($denominator > $this->limit) {
            return false;
        }
        // Both are at most the limit, so that their product is far from the largest integer.
        $steps = Fraction::commonMultiple($this->steps, $denominator);
        if ($steps > $this->limit) {
            return false;
        }
        $this->known[$denominator] = true;
        $this->steps = $steps;

        return true;
    }
}
