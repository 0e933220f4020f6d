<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Result;

use UprightPencil\Marks\Origin;
use UprightPencil\Music\Direction;

/** The bow at one notehead, the first time it is played. */
final readonly class NoteBow
{
    /**
     * @param int $stroke counted from 1 in its line
     * @param string $why in a sentence without its full stop
     * @param bool $isHead whether the stroke begins here
     * @param list<InnerChange> $changes inside the notehead, in their order
     * @param float|null $from where on the bow it begins, 0 frog to 1 tip; null until the bow is distributed
     * @param float|null $to where it ends
     * @param array<int, VisitBow> $otherPasses how the stroke is played on passes that differ, by pass; the first is among them when its
     *     hook, retake or lift is not for all
     * @param string $advice where on the bow, in the words of the rehearsal room; empty where nothing needs saying
     * @param string|null $related id of the note at which something is decided for this one, or for whose sake something is decided here
     * @param bool $isShownBySlur a printed slur with dots already shows that it is linked to the note before
     */
    public function __construct(
        public int $stroke,
        public Direction $direction,
        public BowConnection $connection,
        public Origin $origin,
        public string $why,
        public bool $isHead,
        public array $changes = [],
        public ?float $from = null,
        public ?float $to = null,
        public bool $isShownBySlur = false,
        public array $otherPasses = [],
        public string $advice = '',
        public ?string $related = null,
    ) {
    }

    /** How the stroke is reached on a pass. */
    public function connectionOn(int $pass): BowConnection
    {
        return ($this->otherPasses[$pass] ?? null)->connection ?? $this->connection;
    }

    /** Which way the stroke goes on a pass. */
    public function directionOn(int $pass): Direction
    {
        return ($this->otherPasses[$pass] ?? null)->direction ?? $this->direction;
    }

    /** Whether something is marked here for some passes only. */
    public function isMarkedOnSomePasses(): bool
    {
        foreach ($this->otherPasses as $visit) {
            if ($visit->isMarked || $visit->isJoined()) {
                return true;
            }
        }

        return false;
    }

    /** The direction the bow has at the end of the note. */
    public function leaving(): Direction
    {
        return $this->changes === [] ? $this->direction : $this->changes[count($this->changes) - 1]->direction;
    }
}
