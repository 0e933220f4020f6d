<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Path\Moves;

/**
 * What each hand state and each move costs along a line of events. Moments that look alike cost alike: what matters of them is worked
 * out once, and their items are kept for the words.
 */
final class CostCache implements Moves
{
    /** @var list<list<float>> what each hand state costs by itself, by layer */
    public array $own = [];
    /** @var array<string, array<int, float>> by what of the moment matters, then by hand state */
    private array $ownPrices = [];
    /** @var array<string, list<float>> own prices of whole layers that look alike */
    private array $layerPrices = [];
    /** @var list<int> what matters of the move into each layer, as a number */
    private array $contexts = [];
    /** @var array<int, array<int, float>> move prices by context, then by both hand states */
    private array $movePrices = [];
    /** @var array<string, array<int, list<array{CostKind, float}>>> */
    private array $ownItems = [];
    /** @var array<int, array<int, list<array{CostKind, float}>>> */
    private array $moveItems = [];

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

        return $this->movePrices[$context][$pair] ??= self::sum($this->itemsOfMove($layer, $this->states[$from], $this->states[$to]));
    }

    /** @return list<array{CostKind, float}> */
    public function own(int $layer, int $number): array
    {
        return $this->ownItems[$this->ownKey($layer)][$number] ??= $this->itemsOf($layer, $this->states[$number]);
    }

    /** @return list<array{CostKind, float}> */
    public function moved(int $layer, int $from, int $to): array
    {
        return $this->moveItems[$this->contexts[$layer]][$from << 20 | $to]
            ??= $this->itemsOfMove($layer, $this->states[$from], $this->states[$to]);
    }

    /** @return list<array{CostKind, float}> */
    public function itemsOfMove(int $layer, HandState $from, HandState $to): array
    {
        return $this->move($this->events[$layer - 1], $from, $this->events[$layer], $to);
    }

    /** @return list<array{CostKind, float}> */
    private function move(HandEvent $before, HandState $from, HandEvent $event, HandState $to): array
    {
        $isSingle = !$event->isChord() && !$before->isChord();
        $here = $event->pitches[0];
        $there = $before->pitches[0];

        return $this->costs->move(
            $from,
            $to,
            $event,
            $isSingle && $here->step() === $there->step(),
            $isSingle && $here->semitone() === $there->semitone(),
        );
    }

    /** @return list<array{CostKind, float}> */
    public function itemsOf(int $layer, HandState $state): array
    {
        return $this->costs->own($state, $this->events[$layer], $this->descends($layer), $this->wantsFourNext($layer));
    }

    private function priceLayers(): void
    {
        $contexts = [];
        foreach ($this->layers as $layer => $numbers) {
            $this->own[] = $this->ownPrices($layer, $numbers);
            $key = $this->contextKey($layer);
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
            $costs[] = $this->ownPrices[$key][$number] ??= self::sum($this->itemsOf($layer, $this->states[$number]));
        }

        return $this->layerPrices[$alike] = $costs;
    }

    /** All that {@see itemsOf()} looks at, beside the hand state. */
    private function ownKey(int $layer): string
    {
        $event = $this->events[$layer];

        return implode(' ', $event->pitches) . ($event->isSlurred ? '(' : '') . ($this->descends($layer) ? '>' : '')
            . ($this->wantsFourNext($layer) ? '4' : '')
            . ($event->isSoft && $event->lasts > 1.1 ? 'p' : '') . $event->keyFifths;
    }

    private function descends(int $layer): bool
    {
        $next = $this->events[$layer + 1] ?? null;

        return $next !== null && $next->rest < 0.2
            && $next->pitches[0]->semitone() < $this->events[$layer]->pitches[0]->semitone();
    }

    private function wantsFourNext(int $layer): bool
    {
        $next = $this->events[$layer + 1] ?? null;

        return $next !== null && $next->isSlurred
            && $next->pitches[0]->semitone() === $this->events[$layer]->pitches[0]->semitone() + 1;
    }

    /** All that {@see itemsOfMove()} looks at, beside the hand states. */
    private function contextKey(int $layer): string
    {
        $event = $this->events[$layer];
        $before = $this->events[$layer - 1] ?? null;
        $letters = '';
        if ($before !== null && !$event->isChord() && !$before->isChord()) {
            $letters = ($event->pitches[0]->step() === $before->pitches[0]->step() ? 'l' : '')
                . ($event->pitches[0]->semitone() === $before->pitches[0]->semitone() ? 's' : '');
        }

        // Tenths of a millisecond: what a table of tempos differs in beyond them changes no price.
        return (int) round(min($event->since, 9.0) * 1e4) . ' ' . (int) round(min($event->rest, 9.0) * 1e4)
            . ($event->isSlurred ? '(' : ' ') . ($event->isFresh ? '!' : ' ') . $letters;
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
        return self::sum($this->move($this->events[$from], $one, $this->events[$to]->after($since, $rest), $other));
    }

    /** @param list<array{CostKind, float}> $items */
    private static function sum(array $items): float
    {
        $sum = 0.0;
        foreach ($items as [, $price]) {
            $sum += $price;
        }

        return $sum;
    }
}
