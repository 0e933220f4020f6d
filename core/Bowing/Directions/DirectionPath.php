<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\InnerChanges;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;
use UprightPencil\Path\BestPath;
use UprightPencil\Path\Moves;

/**
 * The cheapest way for the bow through a phrase: each stroke down or up, turning for nothing, going the same way again for the
 * price of a hook or a retake, and paying where a goal is not met. All goals of the phrase are weighed together.
 */
final readonly class DirectionPath implements Moves
{
    private const DOWN = 0;
    private const UP = 1;

    /** Dearer than any hook a teacher takes of his own accord, and cheaper than a goal that is missed. */
    private const UNASKED = 200.0;

    private InnerChanges $inner;

    /**
     * @param list<Stroke> $strokes
     * @param int $first the first stroke of the phrase
     * @param array<int, RepeatCandidate|null> $turns the cheapest way to go the same way again, by stroke; null where there is none
     */
    private function __construct(
        private array $strokes,
        private int $first,
        private BowConstraints $constraints,
        private array $turns,
        private BowSettings $settings,
    ) {
        $this->inner = new InnerChanges($constraints);
    }

    /**
     * Solves a phrase.
     *
     * @param list<Stroke> $strokes all of a line
     * @param int $first the first stroke of the phrase
     * @param int $last the last one
     * @param Direction|null $entering how the first stroke goes where that is settled; null where it starts anew
     * @param DirectionGoals $goals what the phrase is to meet
     * @param array<int, RepeatCandidate|null> $turns the cheapest way to go the same way again, by stroke; null where there is none
     * @return list<RepeatCandidate> where the bow goes the same way again though nothing is marked there
     */
    public static function through(
        array $strokes,
        int $first,
        int $last,
        ?Direction $entering,
        BowConstraints $constraints,
        DirectionGoals $goals,
        array $turns,
        BowSettings $settings,
    ): array {
        $path = new self($strokes, $first, $constraints, $turns, $settings);
        $layers = $own = [];
        for ($index = $first; $index <= $last; $index++) {
            $states = $path->states($index, $index === $first ? $entering : null);
            $layers[] = $states;
            $own[] = array_map(static fn (int $state): float => $goals->price($index, self::direction($state)), $states);
        }
        $found = [];
        $before = null;
        foreach (BestPath::through($layers, $own, $path)->chosen() as $layer => $position) {
            $state = $layers[$layer][$position];
            $index = $first + $layer;
            $turn = $turns[$index] ?? null;
            if ($before !== null && $turn !== null && !$path->isSettled($index) && $path->leaves($index - 1, $before) === $state) {
                $found[] = $turn;
            }
            $before = $state;
        }

        return $found;
    }

    public function price(int $layer, int $from, int $to): float
    {
        $index = $this->first + $layer;
        $isSame = $this->leaves($index - 1, $from) === $to;
        $stroke = $this->strokes[$index];
        $head = $stroke->head();
        if ($this->constraints->direction($head->event, $head->pass) !== null) {
            return 0.0;
        }
        $mark = $this->constraints->connection($head->event, $head->pass);
        if ($mark !== null || $stroke->link === SlurLink::Hook) {
            $repeats = $mark === null || BowConnection::of($mark)->repeatsDirection();

            return $repeats === $isSame ? 0.0 : INF;
        }
        if (!$isSame) {
            return 0.0;
        }
        $turn = $this->turns[$index] ?? null;

        return match (true) {
            $turn === null => INF,
            $turn->price < $this->settings->mendsBelow() => $turn->price,
            default => $turn->price + self::UNASKED,
        };
    }

    /** Whether how a stroke joins the one before is printed or marked: nothing is to be decided there. */
    private function isSettled(int $index): bool
    {
        $head = $this->strokes[$index]->head();

        return $this->strokes[$index]->link === SlurLink::Hook
            || $this->constraints->direction($head->event, $head->pass) !== null
            || $this->constraints->connection($head->event, $head->pass) !== null;
    }

    /** @return non-empty-list<int> */
    private function states(int $index, ?Direction $entering): array
    {
        $head = $this->strokes[$index]->head();
        $fixed = $entering ?? $this->constraints->direction($head->event, $head->pass)?->direction;

        return match ($fixed) {
            Direction::Down => [self::DOWN],
            Direction::Up => [self::UP],
            null => [self::DOWN, self::UP],
        };
    }

    /** Which way a stroke goes when it ends: changes inside turn it. */
    private function leaves(int $index, int $state): int
    {
        return $this->inner->leavingStroke($this->strokes[$index], self::direction($state)) === Direction::Down ? self::DOWN : self::UP;
    }

    private static function direction(int $state): Direction
    {
        return $state === self::DOWN ? Direction::Down : Direction::Up;
    }
}
