<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;

/** What the planner itself decided, by the event it stands at; acts on every pass unless made for one. */
final class Decisions
{
    /** @var array<int, array<int, Decision>> by event and pass, 0 for every pass */
    private array $byEvent = [];
    /** @var array<int, array{string, int}> what earlier strokes do for the one that begins at an event, and where */
    private array $served = [];

    public function with(int $event, BowConnection $connection, string $why, int $pass = 0): self
    {
        $copy = clone $this;
        $copy->byEvent[$event][$pass] = new Decision($connection, $why);

        return $copy;
    }

    /** Adds to this very list: the way a planner gathers many. */
    public function add(int $event, BowConnection $connection, string $why, ?int $target = null): void
    {
        $this->byEvent[$event][0] = new Decision($connection, $why, $target);
    }

    /**
     * Remembers what an earlier stroke does for the sake of the one that begins at an event.
     *
     * @param string $words "hooked at m. 8 beat 4 for it"
     * @param int $by the event at which that is done
     */
    public function serve(int $event, string $words, int $by): void
    {
        $this->served[$event] = [$words, $by];
    }

    /** What was done earlier for the stroke that begins at an event; empty where nothing was. */
    public function servedBy(int $event): string
    {
        return $this->served[$event][0] ?? '';
    }

    /** The event at which something is done for one, or for whose sake something is done at it; null where there is neither. */
    public function related(int $event): ?int
    {
        return $this->served[$event][1] ?? $this->byEvent[$event][0]->target ?? null;
    }

    /** What was decided of a stroke that begins at an event. */
    public function at(int $event, int $pass = 1): ?Decision
    {
        return $this->byEvent[$event][$pass] ?? $this->byEvent[$event][0] ?? null;
    }
}
