<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Path\Moves;

/**
 * What each hand state and each move costs along a line of events. Events that look alike cost alike: what matters of them is worked
 * out once, and their items are kept for the words.
 */
final class CostCache implements Moves
{
    /** @var list<list<float>> what each hand state costs by itself, by layer */
    public array $own = [];
    /** @var array<string, array<int, float>> by what of the event matters, then by hand state */
    private array $ownPrices = [];
    /** @var array<string, list<float>> own prices of whole layers that look alike */
    private array $layerPrices = [];
    /** @var list<int> what matters of the move into each layer, as a number */
    private array $contexts = [];
    /** @var array<int, array<int, float>> move prices by context, then by both hand states */
    private array $movePrices = [];
    /** @var array<string, array<int, list<Cost>>> */
    private array $ownItems = [];
    /** @var array<int, array<int, list<Cost>>> */
    private array $moveItems = [];

    /** @var array<int, EventContext> by layer */
    private array $eventContexts = [];
    /** @var array<int, string> by layer */
    private array $ownKeys = [];

    /**
     * @param list<HandEvent> $events
     * @param list<HandState> $states by number
     * @param list<list<int>> $layers numbers by layer
     */
    public function __construct(
        private readonly array $events,
        private readonly array $states,
        private readonly array $layers,
        private readonly CostModel $costs,
    ) {
        $this->priceLayers();
    }

    public function price(int $layer, int $from, int $to): float
    {
        $context = $this->contexts[$layer];
        $pair = $from << 20 | $to;

        return $this->movePrices[$context][$pair] ??= Cost::sum($this->itemsOfMove($layer, $this->states[$from], $this->states[$to]));
    }

    /** @return list<Cost> */
    public function own(int $layer, int $number): array
    {
        return $this->ownItems[$this->ownKey($layer)][$number] ??= $this->itemsOf($layer, $this->states[$number]);
    }

    /** @return list<Cost> */
    public function moved(int $layer, int $from, int $to): array
    {
        return $this->moveItems[$this->contexts[$layer]][$from << 20 | $to]
            ??= $this->itemsOfMove($layer, $this->states[$from], $this->states[$to]);
    }

    /** @return list<Cost> */
    public function itemsOfMove(int $layer, HandState $from, HandState $to): array
    {
        return $this->costs->move($from, $to, MoveContext::between($this->events[$layer - 1], $this->events[$layer]));
    }

    /** @return list<Cost> */
    public function itemsOf(int $layer, HandState $state): array
    {
        return $this->costs->own($state, $this->context($layer));
    }

    private function priceLayers(): void
    {
        $contexts = [];
        foreach ($this->layers as $layer => $numbers) {
            $this->own[] = $this->ownPrices($layer, $numbers);
            $key = $layer === 0 ? '' : MoveContext::between($this->events[$layer - 1], $this->events[$layer])->key();
            $contexts[$key] ??= count($contexts);
            $this->contexts[] = $contexts[$key];
        }
    }

    /**
     * @param list<int> $numbers
     * @return list<float>
     */
    private function ownPrices(int $layer, array $numbers): array
    {
        $key = $this->ownKey($layer);
        $alike = $key . '|' . implode(',', $numbers);
        if (isset($this->layerPrices[$alike])) {
            return $this->layerPrices[$alike];
        }
        $costs = [];
        foreach ($numbers as $number) {
            $costs[] = $this->ownPrices[$key][$number] ??= Cost::sum($this->itemsOf($layer, $this->states[$number]));
        }

        return $this->layerPrices[$alike] = $costs;
    }

    private function context(int $layer): EventContext
    {
        return $this->eventContexts[$layer] ??= $this->costs->context(
            $this->events[$layer],
            $this->events[$layer + 1] ?? null,
            $layer === 0,
        );
    }

    private function ownKey(int $layer): string
    {
        return $this->ownKeys[$layer] ??= $this->context($layer)->key();
    }

    /**
     * What going from one hand state to another costs that do not stand side by side on the page.
     *
     * @param int $from layer of the first
     * @param int $to layer of the second
     * @param float $since seconds from the one to the other
     * @param float $rest seconds of silence between
     */
    public function jump(int $from, HandState $one, int $to, HandState $other, float $since, float $rest): float
    {
        $context = MoveContext::between($this->events[$from], $this->events[$to]->after($since, $rest));

        return Cost::sum($this->costs->move($one, $other, $context));
    }
}
