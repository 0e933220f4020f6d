<?php

declare(strict_types=1);

namespace UprightPencil\Path;

/**
 * The cheapest way through layers of states, by dynamic programming, with what every other state would cost.
 *
 * Prices are never negative, so that a state reached already for less than the next one costs by itself ends the search:
 * that is exact, and leaves a few moves out of many to be priced. Ties go to the state listed first: the same input gives the same path.
 */
final class BestPath
{
    /** @var list<list<float>> cheapest cost of each state from the beginning, its own included */
    private array $forward = [];
    /** @var list<list<int>> position of the best state before */
    private array $back = [];
    /** @var list<list<float>> cheapest cost from each state to the end, its own left out; empty until asked for */
    private array $backward = [];
    /** @var list<list<int>> position of the best state after */
    private array $next = [];

    /**
     * @param list<list<int>> $layers state numbers by layer, at least one in each
     * @param list<list<float>> $own what each state costs by itself
     */
    private function __construct(
        private readonly array $layers,
        private readonly array $own,
        private readonly Moves $moves,
    ) {
    }

    /**
     * @param list<list<int>> $layers state numbers by layer, at least one in each
     * @param list<list<float>> $own what each state costs by itself, at least zero
     */
    public static function through(array $layers, array $own, Moves $moves): self
    {
        $path = new self($layers, $own, $moves);
        $path->walk();

        return $path;
    }

    /** What the whole way costs. */
    public function cost(): float
    {
        $last = $this->forward[count($this->forward) - 1] ?? [0.0];

        return min($last ?: [0.0]);
    }

    /** @return list<int> position of the chosen state in each layer */
    public function chosen(): array
    {
        $last = count($this->layers) - 1;
        if ($last < 0) {
            return [];
        }
        $at = self::cheapest($this->forward[$last]);
        $chosen = array_fill(0, $last + 1, 0);
        for ($layer = $last; $layer >= 0; $layer--) {
            $chosen[$layer] = $at;
            $at = $this->back[$layer][$at] ?? 0;
        }

        return array_values($chosen);
    }

    /**
     * What the best way through each state of a layer costs.
     *
     * @return list<float>
     */
    public function costsAt(int $layer): array
    {
        if ($this->backward === []) {
            $this->walkBack();
        }
        $costs = [];
        foreach ($this->forward[$layer] as $position => $cost) {
            $costs[] = $cost + $this->backward[$layer][$position];
        }

        return $costs;
    }

    /**
     * The best way through one state, as positions, as far as it leaves another way.
     *
     * @param int $reach layers before and after to follow at most
     * @param list<int> $other position of the other way in each layer
     * @return array<int, int> position by layer, rising
     */
    public function around(int $layer, int $position, int $reach, array $other): array
    {
        if ($this->backward === []) {
            $this->walkBack();
        }
        $way = [];
        $on = $position;
        for ($at = $layer; $at > 0 && $layer - $at < $reach; $at--) {
            $on = $this->back[$at][$on];
            if ($on === $other[$at - 1]) {
                break;
            }
            $way[$at - 1] = $on;
        }
        $way = array_reverse($way, true);
        $way[$layer] = $position;
        $on = $position;
        for ($at = $layer; $at < count($this->layers) - 1 && $at - $layer < $reach; $at++) {
            $on = $this->next[$at][$on];
            // The layer where it is back is told too: the move into it differs.
            $way[$at + 1] = $on;
            if ($on === $other[$at + 1]) {
                break;
            }
        }

        return $way;
    }

    private function walk(): void
    {
        $costs = [];
        foreach ($this->layers as $layer => $states) {
            $own = $this->own[$layer];
            if ($layer === 0) {
                $costs = $own;
                $this->back[] = array_fill(0, count($states), 0);
                $this->forward[] = $costs;
                continue;
            }
            $before = $this->layers[$layer - 1];
            asort($costs);
            $now = [];
            $back = [];
            foreach ($states as $position => $state) {
                $best = INF;
                $from = 0;
                foreach ($costs as $other => $cost) {
                    if ($cost >= $best) {
                        break;
                    }
                    $total = $cost + $this->moves->price($layer, $before[$other], $state);
                    if ($total < $best || ($total === $best && $other < $from)) {
                        $best = $total;
                        $from = $other;
                    }
                }
                $now[] = $best + $own[$position];
                $back[] = $from;
            }
            $costs = $now;
            $this->forward[] = $now;
            $this->back[] = $back;
        }
    }

    private function walkBack(): void
    {
        $last = count($this->layers) - 1;
        $backward = $next = [];
        $backward[$last] = array_fill(0, count($this->layers[$last] ?? []), 0.0);
        $next[$last] = $backward[$last] === [] ? [] : array_fill(0, count($backward[$last]), 0);
        for ($layer = $last - 1; $layer >= 0; $layer--) {
            $costs = [];
            foreach ($backward[$layer + 1] as $position => $cost) {
                $costs[$position] = $cost + $this->own[$layer + 1][$position];
            }
            asort($costs);
            $after = $this->layers[$layer + 1];
            $now = $to = [];
            foreach ($this->layers[$layer] as $state) {
                $best = INF;
                $then = 0;
                foreach ($costs as $other => $cost) {
                    if ($cost >= $best) {
                        break;
                    }
                    $total = $cost + $this->moves->price($layer + 1, $state, $after[$other]);
                    if ($total < $best) {
                        $best = $total;
                        $then = $other;
                    }
                }
                $now[] = $best;
                $to[] = $then;
            }
            $backward[$layer] = $now;
            $next[$layer] = $to;
        }
        ksort($backward);
        ksort($next);
        $this->backward = array_values($backward);
        $this->next = array_values($next);
    }

    /** @param list<float> $costs */
    private static function cheapest(array $costs): int
    {
        $best = 0;
        foreach ($costs as $position => $cost) {
            if ($cost < $costs[$best]) {
                $best = $position;
            }
        }

        return $best;
    }
}
