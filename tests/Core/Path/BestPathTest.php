<?php

declare(strict_types=1);

namespace Tests\Core\Path;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Path\BestPath;
use UprightPencil\Path\Moves;

/** The search, against trying every way there is. */
final class BestPathTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 30) as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function testTheCheapestWayIsFound(int $seed): void
    {
        [$layers, $own, $moves] = $this->problem($seed);
        $path = BestPath::through($layers, $own, $moves);
        $costs = array_map(fn (array $way): float => $this->cost($way, $layers, $own, $moves), $this->everyWay($layers));

        self::assertEqualsWithDelta(min($costs), $path->cost(), 1e-9);
        self::assertEqualsWithDelta(min($costs), $this->cost($path->chosen(), $layers, $own, $moves), 1e-9);
    }

    #[DataProvider('seeds')]
    public function testEveryOtherStateIsPricedByTheBestWayThroughIt(int $seed): void
    {
        [$layers, $own, $moves] = $this->problem($seed);
        $path = BestPath::through($layers, $own, $moves);
        $ways = $this->everyWay($layers);
        foreach (array_keys($layers) as $layer) {
            foreach ($path->costsAt($layer) as $position => $cost) {
                $through = array_filter($ways, static fn (array $way): bool => $way[$layer] === $position);
                $costs = array_map(fn (array $way): float => $this->cost($way, $layers, $own, $moves), $through);
                self::assertEqualsWithDelta(min($costs ?: [0.0]), $cost, 1e-9);
            }
        }
    }

    #[DataProvider('seeds')]
    public function testTheWayAroundAStateLeavesTheChosenOneAndComesBack(int $seed): void
    {
        [$layers, $own, $moves] = $this->problem($seed);
        $path = BestPath::through($layers, $own, $moves);
        $chosen = $path->chosen();
        $layer = intdiv(count($layers), 2);
        foreach (array_keys($layers[$layer]) as $position) {
            $way = $path->around($layer, $position, 9, $chosen);
            $whole = $chosen;
            foreach ($way as $at => $on) {
                $whole[$at] = $on;
            }
            self::assertSame($position, $way[$layer]);
            self::assertEqualsWithDelta($path->costsAt($layer)[$position], $this->cost(array_values($whole), $layers, $own, $moves), 1e-9);
        }
    }

    public function testNothingToWalkCostsNothing(): void
    {
        [, , $moves] = $this->problem(1);
        $path = BestPath::through([], [], $moves);

        self::assertSame([], $path->chosen());
        self::assertSame(0.0, $path->cost());
    }

    public function testTiesGoToTheStateListedFirst(): void
    {
        $moves = new class implements Moves {
            public function price(int $layer, int $from, int $to): float
            {
                return 0.0;
            }
        };

        self::assertSame([0, 0], BestPath::through([[7, 8], [7, 8]], [[1.0, 1.0], [1.0, 1.0]], $moves)->chosen());
    }

    /** @return array{list<list<int>>, list<list<float>>, Moves} */
    private function problem(int $seed): array
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $layers = $own = [];
        for ($layer = 0; $layer < 5; $layer++) {
            $states = $prices = [];
            for ($count = $random->getInt(1, 4); $count > 0; $count--) {
                $states[] = $random->getInt(0, 9);
                $prices[] = $random->getInt(0, 40) / 10;
            }
            $layers[] = $states;
            $own[] = $prices;
        }
        $moves = new class ($seed) implements Moves {
            public function __construct(private readonly int $seed)
            {
            }

            public function price(int $layer, int $from, int $to): float
            {
                return (($this->seed * 31 + $layer * 17 + $from * 7 + $to * 13) % 29) / 10;
            }
        };

        return [$layers, $own, $moves];
    }

    /**
     * @param list<list<int>> $layers
     * @return list<list<int>>
     */
    private function everyWay(array $layers): array
    {
        $ways = [[]];
        foreach ($layers as $states) {
            $longer = [];
            foreach ($ways as $way) {
                foreach (array_keys($states) as $position) {
                    $longer[] = [...$way, $position];
                }
            }
            $ways = $longer;
        }

        return $ways;
    }

    /**
     * @param list<int> $way
     * @param list<list<int>> $layers
     * @param list<list<float>> $own
     */
    private function cost(array $way, array $layers, array $own, Moves $moves): float
    {
        $cost = 0.0;
        foreach ($way as $layer => $position) {
            $cost += $own[$layer][$position];
            if ($layer > 0) {
                $cost += $moves->price($layer, $layers[$layer - 1][$way[$layer - 1]], $layers[$layer][$position]);
            }
        }

        return $cost;
    }
}
