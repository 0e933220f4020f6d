<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Kind\Bow\Goal;
use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Bow\Lift;
use UprightPencil\Marks\Kind\Bow\NoSign;
use UprightPencil\Marks\Kind\Bow\PartOfBow;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\VisitSign;

/**
 * What is fixed about the bow on one line, by event: the director's marks first, then the printed signs.
 */
final class BowConstraints
{
    /** @var array<int, list<FixedDirection>> by event */
    private array $directions = [];
    /** @var array<int, list<Mark>> hook, retake, lift, no retake, by event */
    private array $connections = [];
    /** @var array<int, list<FixedDirection>> by event */
    private array $goals = [];
    /** @var array<int, list<Mark>> changes inside a long note, by event */
    private array $changes = [];
    /** @var array<int, list<Mark>> changes of players on other chairs, by event */
    private array $changesOfOthers = [];
    /** @var array<int, Mark> the part of the bow that is asked for, by event */
    private array $parts = [];
    /** @var array<int, true> events with a comma after them */
    private array $commas = [];

    /**
     * @param Chair $chair marks for everybody and for this chair count ("outside", "inside", "stand 2")
     */
    public function __construct(Part $part, Line $line, MarkBook $book, public readonly Chair $chair)
    {
        $position = $part->positionsById();
        $ignored = [];
        foreach ($book->marks as $mark) {
            $event = $line->eventOfNote[$position[$mark->from]] ?? null;
            $isForChair = $mark->for->covers($chair);
            if ($event === null || !$mark->acts() || (!$isForChair && !$mark->kind() instanceof Change)) {
                continue;
            }
            $kind = $mark->kind();
            if ($kind instanceof BowDirection) {
                $this->directions[$event][] = new FixedDirection($kind->direction, $mark, $mark->pass);
            } elseif ($kind instanceof Goal) {
                $this->goals[$event][] = new FixedDirection($kind->direction, $mark, $mark->pass);
            } elseif ($kind instanceof Change) {
                if ($isForChair) {
                    $this->changes[$event][] = $mark;
                } else {
                    $this->changesOfOthers[$event][] = $mark;
                }
            } elseif ($kind->slot() === Slot::Connection) {
                $this->connections[$event][] = $mark;
            } elseif ($kind instanceof PartOfBow) {
                $last = $line->eventOfNote[$position[$mark->to]] ?? $event;
                for ($at = $event; $at <= $last; $at++) {
                    // Of two that overlap the one that begins later holds where both do.
                    $this->parts[$at] = $mark;
                }
            } elseif ($kind instanceof NoSign) {
                $ignored[$event] = true;
            }
        }
        foreach ($line->events as $index => $event) {
            foreach ($event->noteheads() as $notehead) {
                $note = $part->notes[$notehead];
                if ($note->printedBow !== null && !isset($ignored[$index])) {
                    $this->directions[$index][] = new FixedDirection($note->printedBow);
                }
                foreach ($note->printedOnPass as $pass => $sign) {
                    $this->directions[$index][] = new FixedDirection($sign->direction, null, $pass);
                    $join = self::printedJoin($sign);
                    if ($join !== null) {
                        $this->connections[$index][] = new Mark('', [$join], $note->id, $note->id, pass: $pass);
                    }
                }
                if ($note->commaAfter) {
                    $this->commas[$index] = true;
                }
            }
        }
    }

    /** What a page that is read again says of how a stroke is reached. */
    private static function printedJoin(VisitSign $sign): ?MarkKind
    {
        return match ($sign->join) {
            'hook' => new Hook(),
            'retake' => new Retake(),
            'lift' => new Lift(),
            '' => null,
        };
    }

    /** The direction fixed at an event, a mark before a printed sign. */
    public function direction(int $event, int $pass): ?FixedDirection
    {
        return isset($this->directions[$event]) ? self::onPass($this->directions[$event], $pass) : null;
    }

    /** The hook, retake, lift or "no retake" marked at an event. */
    public function connection(int $event, int $pass): ?Mark
    {
        return isset($this->connections[$event]) ? self::onPass($this->connections[$event], $pass) : null;
    }

    public function goal(int $event, int $pass): ?FixedDirection
    {
        return isset($this->goals[$event]) ? self::onPass($this->goals[$event], $pass) : null;
    }

    /** Whether the bow may turn inside a note anywhere on this line. */
    public function hasChanges(): bool
    {
        return $this->changes !== [];
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

    /** The mark that asks for a part of the bow at an event. */
    public function partOfBow(int $event): ?Mark
    {
        return $this->parts[$event] ?? null;
    }

    public function hasCommaAfter(int $event): bool
    {
        return isset($this->commas[$event]);
    }

    /** The same with a hook or a retake more. */
    public function withConnection(int $event, Mark $mark): self
    {
        $with = clone $this;
        $with->connections[$event] = [$mark, ...$this->connections[$event] ?? []];

        return $with;
    }

    /** Whether a stroke must begin at this event even under a slur or tie: something fixes a direction here. */
    public function fixes(int $event): bool
    {
        return isset($this->directions[$event]);
    }

    /** @return list<int> events a goal stands at, in order */
    public function goalEvents(): array
    {
        $events = array_keys($this->goals);
        sort($events);

        return $events;
    }

    /**
     * @template C of FixedDirection|Mark
     * @param list<C> $constraints
     * @return C|null the one for this pass alone before the one for all
     */
    private static function onPass(array $constraints, int $pass): FixedDirection|Mark|null
    {
        $passes = array_map(static fn (FixedDirection|Mark $constraint): ?int => $constraint->pass, $constraints);
        $found = array_search($pass, $passes, true);
        $found = $found === false ? array_search(null, $passes, true) : $found;

        return $found === false ? null : $constraints[$found];
    }
}
