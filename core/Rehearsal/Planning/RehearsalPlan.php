<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** What is done in a rehearsal, minute by minute. */
final readonly class RehearsalPlan
{
    /**
     * @param list<PlanEntry> $entries one after another from minute 0; never longer than the rehearsal
     * @param list<FixedEntry> $left what the director wanted and there was no time for
     */
    public function __construct(public int $minutes, public array $entries, public array $left = [])
    {
    }

    /** What tells a stretch from others across plans. */
    public static function keyOf(string $piece, int $from, int $to): string
    {
        return "{$piece}:{$from}-{$to}";
    }

    /** Minutes that are planned. */
    public function spent(): int
    {
        return $this->entries === [] ? 0 : $this->entries[count($this->entries) - 1]->end();
    }
}
