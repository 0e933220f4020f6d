<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;

/** What the planner itself decided, by the event it stands at; acts on every pass unless made for one. */
final class Decisions
{
    /** @var array<int, array<int, array{join: BowConnection, why: string}>> by event and pass, 0 for every pass */
    private array $joins = [];

    public function with(int $event, BowConnection $join, string $why, int $pass = 0): self
    {
        $copy = clone $this;
        $copy->joins[$event][$pass] = ['join' => $join, 'why' => $why];

        return $copy;
    }

    /** Adds to this very list: the way a planner gathers many. */
    public function add(int $event, BowConnection $join, string $why): void
    {
        $this->joins[$event][0] = ['join' => $join, 'why' => $why];
    }

    /** @return array{join: BowConnection, why: string}|null */
    public function at(int $event, int $pass = 1): ?array
    {
        return $this->joins[$event][$pass] ?? $this->joins[$event][0] ?? null;
    }
}
