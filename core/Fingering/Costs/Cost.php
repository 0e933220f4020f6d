<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

/** One item of what a way of playing costs. */
final readonly class Cost
{
    /** @param float $price in shifts: an ordinary shift costs 1 */
    public function __construct(public CostKind $kind, public float $price)
    {
    }

    /**
     * @param list<self> $costs
     * @return float their sum, in shifts
     */
    public static function sum(array $costs): float
    {
        $sum = 0.0;
        foreach ($costs as $cost) {
            $sum += $cost->price;
        }

        return $sum;
    }
}
