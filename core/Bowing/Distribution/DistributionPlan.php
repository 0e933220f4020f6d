<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Strokes\PlayedEvent;

/** Where the bow is. */
final class DistributionPlan
{
    /** @var array<int, float> where each played event begins, 0 frog to 1 tip, by {@see key()} */
    private array $from = [];
    /** @var array<int, float> where it ends */
    private array $to = [];
    /** @var array<int, true> strokes before which the bow is set anew, by position */
    public array $lifts = [];
    /** @var array<int, RunOut> by stroke */
    public array $runOuts = [];
    /** @var array<int, float> centimetres each stroke takes */
    public array $lengths = [];

    /** A part of an event goes from one place to another; the parts of one event come in their order. */
    public function goes(PlayedEvent $played, float $from, float $to): void
    {
        $key = self::key($played);
        $this->from[$key] ??= $from;
        $this->to[$key] = $to;
    }

    public function from(PlayedEvent $played): ?float
    {
        return $this->from[self::key($played)] ?? null;
    }

    public function to(PlayedEvent $played): ?float
    {
        return $this->to[self::key($played)] ?? null;
    }

    private static function key(PlayedEvent $played): int
    {
        return $played->pass << 32 | $played->event;
    }
}
