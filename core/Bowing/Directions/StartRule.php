<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;

/** Which way a fresh start goes: so that the next downbeat it can reach comes down, or the next fact comes right. */
final readonly class StartRule
{
    /** @param list<Stroke> $strokes */
    public function __construct(private array $strokes, private BowConstraints $constraints, private Decisions $decisions)
    {
    }

    /**
     * The stroke a fresh start leads up to, and how that one goes; one past the last where nothing follows.
     *
     * @return array{stroke: int, direction: Direction, fact: bool}|null
     */
    public function leadsTo(int $index): ?array
    {
        return $this->target($index, false) ?? $this->target($index, true);
    }

    /**
     * The direction a fresh start takes, so that the next downbeat comes down; or the next fact comes right.
     *
     * @return array{Direction, string}
     */
    public function at(int $index): array
    {
        $through = $this->leadsTo($index);
        if ($through === null) {
            return [Direction::Down, 'nothing after it asks for more'];
        }
        ['stroke' => $target, 'direction' => $wanted, 'fact' => $isFact] = $through;
        $flips = 0;
        for ($at = $index + 1; $at <= $target; $at++) {
            $flips += $this->repeats($at) ? 0 : 1;
            $flips += $this->changesInside($at - 1);
        }
        $direction = $wanted->flippedIf($flips % 2 === 1);
        $strokes = self::count($target - $index);
        $why = match (true) {
            $isFact => "{$strokes} before " . ($wanted === Direction::Up ? 'an up' : 'a down') . ' bow that is fixed',
            $target === $index && $this->strokes[$index]->onDownbeat => 'the downbeat',
            $target === $index => 'it holds over the barline, so it is down already',
            default => "{$strokes} before the downbeat, which comes down",
        };

        return [$direction, $why];
    }

    /**
     * The stroke a start looks ahead to.
     *
     * @param bool $throughRests whether to look past rests
     * @return array{stroke: int, direction: Direction, fact: bool}|null
     */
    private function target(int $index, bool $throughRests): ?array
    {
        for ($at = $index, $count = count($this->strokes); $at < $count; $at++) {
            $stroke = $this->strokes[$at];
            if ($at > $index && $stroke->hasRestBefore() && !$throughRests) {
                return null;
            }
            if ($at > $index && $stroke->freshStart !== null) {
                // What follows starts afresh: lead up to it as to a downbeat.
                return ['stroke' => $at, 'direction' => Direction::Down, 'fact' => false];
            }
            $fact = $this->constraints->direction($stroke->head()->event, $stroke->head()->pass)
                ?? $this->constraints->goal($stroke->head()->event, $stroke->head()->pass);
            if ($fact !== null) {
                return ['stroke' => $at, 'direction' => $fact['direction'], 'fact' => true];
            }
            if ($stroke->overDownbeat) {
                return ['stroke' => $at, 'direction' => Direction::Down, 'fact' => false];
            }
        }

        return $throughRests ? ['stroke' => $count, 'direction' => Direction::Down, 'fact' => false] : null;
    }

    /** Whether a stroke will go the same way as the one before, as far as marks and decisions say. */
    private function repeats(int $index): bool
    {
        $stroke = $this->strokes[$index] ?? null;
        if ($stroke === null) {
            return false;
        }
        $head = $stroke->head();
        $mark = $this->constraints->join($head->event, $head->pass)['mark'] ?? null;
        if ($mark !== null) {
            return StrokeDirections::markedJoin($mark)->repeatsDirection();
        }
        $decision = $this->decisions->at($head->event, $head->pass);

        return $decision !== null ? $decision['join']->repeatsDirection() : $stroke->link === SlurLink::Hook;
    }

    private function changesInside(int $index): int
    {
        $changes = 0;
        foreach ($this->strokes[$index]->events as $played) {
            $changes += count($this->constraints->changes($played->event));
        }

        return $changes;
    }

    private static function count(int $strokes): string
    {
        $words = ['no stroke', 'one stroke', 'two strokes', 'three strokes', 'four strokes', 'five strokes'];

        return $words[$strokes] ?? "{$strokes} strokes";
    }
}
