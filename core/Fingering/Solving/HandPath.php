<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

use UprightPencil\Fingering\Costs\CostCache;
use UprightPencil\Fingering\Costs\CostKind;
use UprightPencil\Fingering\Costs\CostModel;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Fingering\States\StateLayers;
use UprightPencil\Fingering\States\StateOptions;
use UprightPencil\Path\BestPath;
use UprightPencil\Path\Moves;

/** The best path of the left hand through a line: layers of hand states, priced, solved, and asked for what else was possible. */
final class HandPath
{
    /** @var list<HandState> by number */
    private readonly array $states;
    /** @var list<list<int>> numbers by layer */
    private readonly array $layers;
    private readonly CostCache $costs;
    /** @var list<int> position of the chosen hand state by layer */
    private array $chosen = [];
    /** @var array<int, string> why a hand state was taken afterwards, by layer */
    private array $because = [];
    private ?BestPath $path = null;

    /**
     * @param list<HandEvent> $events
     * @param list<StateOptions> $options of each event, none of them empty
     */
    public function __construct(
        private readonly array $events,
        array $options,
        CostModel $model,
        FingerSettings $settings,
    ) {
        $layers = StateLayers::of($events, $options, $settings);
        $this->states = $layers->states;
        $this->layers = $layers->layers;
        $this->costs = new CostCache($events, $this->states, $this->layers, $model);
    }

    public function solve(): void
    {
        $this->path = BestPath::through($this->layers, $this->costs->own, $this->costs);
        $this->chosen = $this->path->chosen();
    }

    public function count(): int
    {
        return count($this->events);
    }

    public function eventAt(int $layer): HandEvent
    {
        return $this->events[$layer];
    }

    public function chosen(int $layer): HandState
    {
        return $this->states[$this->layers[$layer][$this->chosen[$layer]]];
    }

    /**
     * Solves a stretch again with fewer hand states, between ends that stay.
     *
     * @param int $from first layer that may change
     * @param int $to last layer that may change
     * @param callable(int, HandState): bool $allows given a layer and a hand state
     * @return Resolved|null null when nothing is allowed
     */
    public function again(int $from, int $to, callable $allows): ?Resolved
    {
        $layers = $own = $positions = [];
        $first = max(0, $from - 1);
        $last = min($this->count() - 1, $to + 1);
        for ($layer = $first; $layer <= $last; $layer++) {
            $isEnd = $layer < $from || $layer > $to;
            $kept = $keptOwn = $keptAt = [];
            foreach ($this->layers[$layer] as $position => $number) {
                if ($isEnd ? $position === $this->chosen[$layer] : $allows($layer, $this->states[$number])) {
                    $kept[] = $number;
                    $keptOwn[] = $this->costs->own[$layer][$position];
                    $keptAt[] = $position;
                }
            }
            if ($kept === []) {
                return null;
            }
            $layers[] = $kept;
            $own[] = $keptOwn;
            $positions[] = $keptAt;
        }
        $moves = new class ($this->costs, $first) implements Moves {
            public function __construct(private readonly Moves $line, private readonly int $first)
            {
            }

            public function price(int $layer, int $from, int $to): float
            {
                return $this->line->price($this->first + $layer, $from, $to);
            }
        };
        $path = BestPath::through($layers, $own, $moves);
        $chosen = [];
        foreach ($path->chosen() as $index => $position) {
            $chosen[$first + $index] = $positions[$index][$position];
        }

        return new Resolved($path->cost() - $this->costBetween($first, $last), $chosen);
    }

    /**
     * What the chosen hand states of a stretch cost, by kind of cost, and how often each is paid.
     *
     * @param array<int, int>|null $positions other hand states by layer; null for the chosen ones
     * @return array<string, BillItem> by {@see CostKind}
     */
    public function bill(int $from, int $to, ?array $positions = null): array
    {
        $bill = [];
        for ($layer = $from; $layer <= $to; $layer++) {
            $state = $this->stateAt($layer, $positions);
            $items = $this->costs->itemsOf($layer, $state);
            if ($layer > 0) {
                $items = [...$items, ...$this->costs->itemsOfMove($layer, $this->stateAt($layer - 1, $positions), $state)];
            }
            foreach ($items as $cost) {
                $bill[$cost->kind->value] = ($bill[$cost->kind->value] ?? new BillItem(0.0, 0, $layer))->and($cost->price);
            }
        }

        return $bill;
    }

    /** @param array<int, int>|null $positions */
    public function stateAt(int $layer, ?array $positions): HandState
    {
        return isset($positions[$layer]) ? $this->states[$this->layers[$layer][$positions[$layer]]] : $this->chosen($layer);
    }

    /** @param callable(HandState): bool $is */
    public function has(int $layer, callable $is): bool
    {
        foreach ($this->layers[$layer] as $number) {
            if ($is($this->states[$number])) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param array<int, int> $positions by layer, as {@see again()} gave them
     * @param string $because told at the notes that change, in a sentence without its full stop
     */
    public function take(array $positions, string $because = ''): void
    {
        $chosen = $this->chosen;
        foreach ($positions as $layer => $position) {
            if ($because !== '' && $this->stateAt($layer, $positions)->answer() !== $this->chosen($layer)->answer()) {
                $this->because[$layer] = $because;
            }
            $chosen[$layer] = $position;
        }
        $this->chosen = array_values($chosen);
    }

    /** Why a hand state was taken after the path was solved; null where the path itself says it. */
    public function because(int $layer): ?string
    {
        return $this->because[$layer] ?? null;
    }

    /** The first layer in a stretch of measures, by their index; null when nothing is played there. */
    public function firstIn(int $begin, int $end): ?int
    {
        foreach ($this->events as $layer => $event) {
            if ($event->measure >= $begin) {
                return $event->measure <= $end ? $layer : null;
            }
        }

        return null;
    }

    /** The last layer in a stretch of measures, by their index; null when nothing is played there. */
    public function lastIn(int $begin, int $end): ?int
    {
        for ($layer = $this->count() - 1; $layer >= 0; $layer--) {
            if ($this->events[$layer]->measure <= $end) {
                return $this->events[$layer]->measure >= $begin ? $layer : null;
            }
        }

        return null;
    }

    /**
     * What going from one layer to another costs that do not stand side by side on the page.
     *
     * @param array<int, int>|null $positions other hand states by layer
     */
    public function jump(Jump $jump, ?array $positions = null): float
    {
        [$one, $other] = [$this->stateAt($jump->from, $positions), $this->stateAt($jump->to, $positions)];

        return $this->costs->jump($jump->from, $one, $jump->to, $other, $jump->since, $jump->rest);
    }

    private function costBetween(int $first, int $last): float
    {
        $cost = 0.0;
        for ($layer = $first; $layer <= $last; $layer++) {
            $cost += $this->costs->own[$layer][$this->chosen[$layer]];
            if ($layer > $first) {
                $before = $this->layers[$layer - 1][$this->chosen[$layer - 1]];
                $cost += $this->costs->price($layer, $before, $this->layers[$layer][$this->chosen[$layer]]);
            }
        }

        return $cost;
    }

    /**
     * Other answers at a layer, best first: what the whole way through each costs more than the chosen one.
     *
     * @param float $most dearer ones are left out
     * @return list<RunnerUp>
     */
    public function others(int $layer, float $most): array
    {
        if ($this->path === null) {
            return [];
        }
        $costs = $this->path->costsAt($layer);
        $mine = $this->chosen($layer)->answer();
        $base = $costs[$this->chosen[$layer]];
        $best = [];
        foreach ($costs as $position => $cost) {
            $state = $this->states[$this->layers[$layer][$position]];
            $answer = $state->answer();
            if ($answer !== $mine && $cost - $base <= $most && (!isset($best[$answer]) || $cost - $base < $best[$answer]->costs)) {
                $best[$answer] = new RunnerUp($position, $state, $cost - $base);
            }
        }
        $others = array_map(
            static fn (RunnerUp $other): RunnerUp => new RunnerUp($other->position, $other->state, max(0.0, $other->costs)),
            array_values($best),
        );
        usort($others, static fn (RunnerUp $a, RunnerUp $b): int => [$a->costs, $a->position] <=> [$b->costs, $b->position]);

        return $others;
    }

    /**
     * Where the best way through another hand state leaves the chosen one, until it is back.
     *
     * @param int $reach layers before and after to follow it at most
     * @return list<OtherStep>
     */
    public function leaving(int $layer, int $position, int $reach): array
    {
        if ($this->path === null) {
            return [];
        }
        $way = $this->path->around($layer, $position, $reach, $this->chosen);
        $left = [];
        foreach ($way as $at => $on) {
            $number = $this->layers[$at][$on];
            $chosen = $this->layers[$at][$this->chosen[$at]];
            $more = $this->costs->own($at, $number);
            $less = $this->costs->own($at, $chosen);
            if ($at > 0) {
                $chosenBefore = $this->layers[$at - 1][$this->chosen[$at - 1]];
                $before = isset($way[$at - 1]) ? $this->layers[$at - 1][$way[$at - 1]] : $chosenBefore;
                $more = [...$more, ...$this->costs->moved($at, $before, $number)];
                $less = [...$less, ...$this->costs->moved($at, $chosenBefore, $chosen)];
            }
            $left[] = new OtherStep($at, $this->states[$number], $this->states[$chosen], $more, $less);
        }

        return $left;
    }
}
