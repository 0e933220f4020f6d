<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** What a director asks of a plan. */
final readonly class PlanWishes
{
    public const USUAL_MINUTES = 45;
    public const MOST_MINUTES = 300;

    /**
     * @param int $minutes of the rehearsal, 1 to {@see MOST_MINUTES}
     * @param list<FixedEntry> $fixed in the order of their places
     * @param list<string> $dropped keys of stretches that are not to come, as {@see RehearsalPlan::keyOf()} makes them, or a kind of
     *     entry: "warm-up", "tune", "run"
     */
    public function __construct(
        public int $minutes = self::USUAL_MINUTES,
        public BeginWith $begin = BeginWith::End,
        public array $fixed = [],
        public array $dropped = [],
    ) {
    }

    public function wants(EntryKind $kind): bool
    {
        if (in_array($kind->value, $this->dropped, true)) {
            return false;
        }

        return array_filter($this->fixed, static fn (FixedEntry $one): bool => $one->kind === $kind) === [];
    }
}
