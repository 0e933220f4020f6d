<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

/** What a stretch pays for one kind of cost. */
final readonly class BillItem
{
    /**
     * @param float $price in shifts, all together
     * @param int $times how often it is paid
     * @param int $first the first layer it is paid in
     */
    public function __construct(public float $price, public int $times, public int $first)
    {
    }

    public function and(float $price): self
    {
        return new self($this->price + $price, $this->times + 1, $this->first);
    }
}
