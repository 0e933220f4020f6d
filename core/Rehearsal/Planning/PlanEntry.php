<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

use UprightPencil\Rehearsal\Hardness\HardCause;
use UprightPencil\Rehearsal\Tuning\TuningPlace;

/** One thing in a rehearsal's plan, with its minutes. */
final readonly class PlanEntry
{
    /**
     * @param string $piece key of the piece
     * @param int $at minutes from the beginning of the rehearsal
     * @param int $minutes whole
     * @param int $from index of the first measure
     * @param int $to of the last
     * @param list<string> $parts ids of the parts it is for
     * @param int $tempo quarter notes a minute to begin with
     * @param int $fullTempo to get to
     * @param int $slowTimes how often slowly; 0 for what is not worked
     * @param string $why in words, without its full stop
     * @param list<HardCause> $causes the heaviest first
     * @param list<TuningPlace> $places where it is tuned
     * @param bool $isFixed whether the director set it there
     */
    public function __construct(
        public EntryKind $kind,
        public string $piece,
        public int $at,
        public int $minutes,
        public int $from,
        public int $to,
        public array $parts,
        public int $tempo,
        public int $fullTempo,
        public int $slowTimes,
        public string $why,
        public array $causes = [],
        public array $places = [],
        public bool $isFixed = false,
    ) {
    }

    public function end(): int
    {
        return $this->at + $this->minutes;
    }

    public function beginning(int $at): self
    {
        return $this->with(['at' => $at]);
    }

    public function lasting(int $minutes): self
    {
        return $this->with(['minutes' => $minutes]);
    }

    /** @param array<string, mixed> $changes */
    private function with(array $changes): self
    {
        /** @var array{EntryKind, string, int, int, int, int, list<string>, int, int, int, string} $values */
        $values = [...get_object_vars($this), ...$changes];

        return new self(...$values);
    }
}
