<?php

declare(strict_types=1);

namespace UprightPencil\Path;

/** What going from one state to the next costs. */
interface Moves
{
    /**
     * @param int $layer the layer moved to, from 1
     * @param int $from state of the layer before
     * @param int $to state of this layer
     * @return float never below zero
     */
    public function price(int $layer, int $from, int $to): float;
}
