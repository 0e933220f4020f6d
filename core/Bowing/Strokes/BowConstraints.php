<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Kind\Bow\Goal;
use UprightPencil\Marks\Kind\Bow\NoSign;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;

/**
 * What is fixed about the bow on one line, by event: the director's marks first, then the printed signs.
 */
final class BowConstraints
{
    /** @var array<int, list<array{pass: int|null, direction: Direction, mark: Mark|null}>> by event */
    private array $directions = [];
    /** @var array<int, list<array{pass: int|null, kind: MarkKind, mark: Mark}>> hook, retake, lift, no retake, by event */
    private array $joins = [];
    /** @var array<int, list<array{pass: int|null, direction: Direction, mark: Mark}>> */
    private array $goals = [];
    /** @var array<int, list<Mark>> changes inside a long note, by event */
    private array $changes = [];
    /** @var array<int, list<Mark>> changes of players on other chairs, by event */
    private array $changesOfOthers = [];
    /** @var array<int, true> events with a comma after them */
    private array $commas = [];

    /**
     * @param string $chair marks for everybody and for this chair count ("outside", "inside", "stand 2")
     */
    public function __construct(Part $part, Line $line, MarkBook $book, public readonly string $chair = 'outside')
    {
        $position = $part->positionsById();
        $ignored = [];
        foreach ($book->marks as $mark) {
            $event = $line->eventOfNote[$position[$mark->from]] ?? null;
            $isForChair = $mark->for === 'all' || $mark->for === $this->chair;
            if ($event === null || !$mark->acts() || (!$isForChair && !$mark->kind() instanceof Change)) {
                continue;
            }
            $kind = $mark->kind();
            if ($kind instanceof BowDirection) {
                $this->directions[$event][] = ['pass' => $mark->pass, 'direction' => $kind->direction, 'mark' => $mark];
            } elseif ($kind instanceof Goal) {
                $this->goals[$event][] = ['pass' => $mark->pass, 'direction' => $kind->direction, 'mark' => $mark];
            } elseif ($kind instanceof Change) {
                if ($isForChair) {
                    $this->changes[$event][] = $mark;
                } else {
                    $this->changesOfOthers[$event][] = $mark;
                }
            } elseif ($kind->slot() === 'join') {
                $this->joins[$event][] = ['pass' => $mark->pass, 'kind' => $kind, 'mark' => $mark];
            } elseif ($kind instanceof NoSign) {
                $ignored[$event] = true;
            }
        }
        foreach ($line->events as $index => $event) {
            foreach ($event->noteheads() as $notehead) {
                $note = $part->notes[$notehead];
                if ($note->printedBow !== null && !isset($ignored[$index])) {
                    $this->directions[$index][] = ['pass' => null, 'direction' => $note->printedBow, 'mark' => null];
                }
                foreach ($note->printedOnPass as $pass => $direction) {
                    $this->directions[$index][] = ['pass' => $pass, 'direction' => $direction, 'mark' => null];
                }
                if ($note->commaAfter) {
                    $this->commas[$index] = true;
                }
            }
        }
    }

    /**
     * The direction fixed at an event, a mark before a printed sign.
     *
     * @return array{direction: Direction, mark: Mark|null}|null
     */
    public function direction(int $event, int $pass): ?array
    {
        return isset($this->directions[$event]) ? self::onPass($this->directions[$event], $pass) : null;
    }

    /** @return array{kind: MarkKind, mark: Mark}|null */
    public function join(int $event, int $pass): ?array
    {
        return isset($this->joins[$event]) ? self::onPass($this->joins[$event], $pass) : null;
    }

    /** @return array{direction: Direction, mark: Mark}|null */
    public function goal(int $event, int $pass): ?array
    {
        return isset($this->goals[$event]) ? self::onPass($this->goals[$event], $pass) : null;
    }

    /** @return list<Mark> in the order they stand in the note */
    public function changes(int $event): array
    {
        return $this->changes[$event] ?? [];
    }

    /** @return list<Mark> changes inside the note that only other chairs make */
    public function changesOfOthers(int $event): array
    {
        return $this->changesOfOthers[$event] ?? [];
    }

    public function hasCommaAfter(int $event): bool
    {
        return isset($this->commas[$event]);
    }

    /** The same with a hook or a retake more. */
    public function withJoin(int $event, Mark $mark): self
    {
        $with = clone $this;
        $with->joins[$event] = [['pass' => $mark->pass, 'kind' => $mark->kind(), 'mark' => $mark], ...$this->joins[$event] ?? []];

        return $with;
    }

    /** Whether a stroke must begin at this event even under a slur or tie: something fixes a direction here. */
    public function fixes(int $event): bool
    {
        return isset($this->directions[$event]);
    }

    /** Whether a director's mark asks for something at this event. */
    public function hasJoinOrMark(int $event): bool
    {
        return isset($this->joins[$event])
            || array_filter($this->directions[$event] ?? [], static fn (array $fact): bool => $fact['mark'] !== null) !== [];
    }

    /** @return list<int> events a goal stands at, in order */
    public function goalEvents(): array
    {
        $events = array_keys($this->goals);
        sort($events);

        return $events;
    }

    /**
     * @template F of array<string, mixed>
     * @param list<F> $constraints
     * @return F|null the one for this pass alone before the one for all
     */
    private static function onPass(array $constraints, int $pass): ?array
    {
        $passes = array_map(static fn (array $fact): mixed => $fact['pass'] ?? null, $constraints);
        $found = array_search($pass, $passes, true);
        $found = $found === false ? array_search(null, $passes, true) : $found;

        return $found === false ? null : $constraints[$found];
    }
}
