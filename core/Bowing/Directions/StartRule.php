<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\InnerChanges;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;

/** Which way a fresh start goes: so that the next downbeat it can reach comes down, or the next direction that is fixed comes right. */
final readonly class StartRule
{
    /** More than all marks of a start that could be refused. */
    private const WRONG = 1000;

    private InnerChanges $inner;

    /** @param list<Stroke> $strokes */
    public function __construct(private array $strokes, private BowConstraints $constraints, private Decisions $decisions)
    {
        $this->inner = new InnerChanges($constraints);
    }

    /**
     * The stroke a fresh start leads up to, and how that one should go.
     */
    public function leadsTo(int $index): ?StartTarget
    {
        return $this->target($index, false) ?? $this->target($index, true);
    }

    /**
     * The direction a fresh start takes, so that the next downbeat comes down; or the next fixed direction comes right.
     */
    public function at(int $index): StartDirection
    {
        $target = $this->leadsTo($index);
        if ($target === null) {
            return new StartDirection(Direction::Down, 'nothing after it asks for more');
        }
        $strokes = self::count($target->stroke - $index);
        $why = match (true) {
            $target->isFixed => "{$strokes} before " . ($target->direction === Direction::Up ? 'an up' : 'a down') . ' bow that is fixed',
            $target->stroke === $index && $this->strokes[$index]->onDownbeat => 'the downbeat',
            $target->stroke === $index => 'it holds over the barline, so it is down already',
            default => "{$strokes} before the downbeat, which comes down",
        };

        return new StartDirection($this->startFor($index, $target), $why);
    }

    /** The direction from which the target comes right; of two, the one against which no mark speaks. */
    private function startFor(int $index, StartTarget $target): Direction
    {
        $best = null;
        $fewest = PHP_INT_MAX;
        foreach (Direction::cases() as $start) {
            $direction = $start;
            $faults = 0;
            for ($at = $index; $at < $target->stroke; $at++) {
                foreach ($this->strokes[$at]->events as $played) {
                    $faults += count($this->inner->refused($played, $direction));
                    $direction = $this->inner->leaving($played, $direction);
                }
                $direction = $direction->flippedIf(!$this->repeats($at + 1));
            }
            $faults += $direction === $target->direction ? 0 : self::WRONG;
            if ($faults < $fewest) {
                [$best, $fewest] = [$start, $faults];
            }
        }

        return $best ?? $target->direction;
    }

    /**
     * The stroke a start looks ahead to.
     *
     * @param bool $throughRests whether to look past rests
     */
    private function target(int $index, bool $throughRests): ?StartTarget
    {
        for ($at = $index, $count = count($this->strokes); $at < $count; $at++) {
            $stroke = $this->strokes[$at];
            if ($at > $index && $stroke->hasRestBefore() && !$throughRests) {
                return null;
            }
            if ($at > $index && $stroke->freshStart !== null) {
                // What follows starts anew: lead up to it as to a downbeat.
                return new StartTarget($at, Direction::Down, false);
            }
            $fixed = $this->constraints->direction($stroke->head()->event, $stroke->head()->pass)
                ?? $this->constraints->goal($stroke->head()->event, $stroke->head()->pass);
            if ($fixed !== null) {
                return new StartTarget($at, $fixed->direction, true);
            }
            if ($stroke->overDownbeat) {
                return new StartTarget($at, Direction::Down, false);
            }
        }

        return $throughRests ? new StartTarget($count, Direction::Down, false) : null;
    }

    /** Whether a stroke will go the same way as the one before, as far as marks and decisions say. */
    private function repeats(int $index): bool
    {
        $stroke = $this->strokes[$index] ?? null;
        if ($stroke === null) {
            return false;
        }
        $head = $stroke->head();
        $mark = $this->constraints->connection($head->event, $head->pass);
        if ($mark !== null) {
            return BowConnection::of($mark)->repeatsDirection();
        }
        $decision = $this->decisions->at($head->event, $head->pass);

        return $decision !== null ? $decision->connection->repeatsDirection() : $stroke->link === SlurLink::Hook;
    }

    private static function count(int $strokes): string
    {
        $words = ['no stroke', 'one stroke', 'two strokes', 'three strokes', 'four strokes', 'five strokes'];

        return $words[$strokes] ?? "{$strokes} strokes";
    }
}
