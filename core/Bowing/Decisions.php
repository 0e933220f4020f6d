<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

/** What the planner itself decided, by the event it stands at; acts on every pass. */
final class Decisions
{
    /** @var array<int, array{join: Join, why: string}> */
    private array $joins = [];

    public function with(int $event, Join $join, string $why): self
    {
        $copy = clone $this;
        $copy->joins[$event] = ['join' => $join, 'why' => $why];

        return $copy;
    }

    /** @return array{join: Join, why: string}|null */
    public function at(int $event): ?array
    {
        return $this->joins[$event] ?? null;
    }
}
