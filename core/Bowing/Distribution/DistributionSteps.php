<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Settings\DistributionSettings;
use UprightPencil\Music\Direction;

/**
 * One stroke after another over the positions of the bow: given what it costs to stand at each position, what it costs after
 * one more stroke.
 *
 * Prices are whole millionths and every profile is told from its cheapest position, so that music that goes on alike soon meets
 * the same profile again: each pair of profile and kind of stroke is worked out once.
 *
 * @phpstan-type Step array{int, array<int, int>, array<int, int>}
 * @phpstan-type Lengths array{array{int, int, int, int, int}, array{int, int, int, int, int}}
 */
final class DistributionSteps
{
    /** Positions told apart along the hair; with 20 the answers are visibly worse. */
    public const BINS = 40;

    /** Whole units in one of the prices. */
    private const UNITS = 1_000_000;
    private const UNREACHED = 1 << 50;

    /** @var array<string, int> numbers by what a kind of stroke depends on */
    private array $kinds = [];
    /** @var list<DistributionStroke> the first stroke of each kind */
    private array $strokes = [];
    /** @var list<Lengths> lengths to try in positions, and what each costs, by kind */
    private array $lengths = [];
    /** @var list<list<int>> what beginning at each position costs, by kind; empty where it is all the same */
    private array $regions = [];
    /** @var array<string, int> */
    private array $profileNumbers = [];
    /** @var list<array<int, int>> what standing at each position costs more than at the cheapest */
    private array $profiles = [];
    /** @var array<int, int> the cheapest position, by profile */
    private array $cheapest = [];
    /** @var array<int, array<int, Step>> by profile and kind */
    private array $steps = [];

    public function __construct(private readonly DistributionSettings $settings)
    {
    }

    /** Where on the bow a position lies, 0 frog to 1 tip. */
    public static function place(int $position): float
    {
        return (float) $position / self::BINS;
    }

    /** The profile of a bow that may begin anywhere. */
    public function begin(): int
    {
        return $this->profile(array_fill(0, self::BINS + 1, 0));
    }

    /** The number shared by all strokes that are distributed alike. */
    public function kind(DistributionStroke $stroke): int
    {
        $key = pack(
            'C4d8',
            $stroke->direction === Direction::Down,
            $stroke->isFree,
            $stroke->isSet,
            $stroke->mayLift,
            $stroke->seconds,
            $stroke->slowest,
            $stroke->comfortable,
            $stroke->fastest,
            $stroke->reach,
            $stroke->region->from,
            $stroke->region->to,
            $stroke->region->weight,
        );
        if (!isset($this->kinds[$key])) {
            $this->kinds[$key] = count($this->strokes);
            $this->strokes[] = $stroke;
            $this->lengths[] = $this->lengths($stroke);
            $this->regions[] = self::regions($stroke);
        }

        return $this->kinds[$key];
    }

    /** The first stroke of a kind: all others are distributed as it is. */
    public function stroke(int $kind): DistributionStroke
    {
        return $this->strokes[$kind];
    }

    /**
     * One stroke on from a profile.
     *
     * @return Step the profile after it; what beginning at each position costs; and where the bow came from, by the places at
     *     which it was set anew
     */
    public function after(int $profile, int $kind): array
    {
        return $this->steps[$profile][$kind] ??= $this->step($profile, $kind);
    }

    /** The cheapest position of a profile; of several the one nearest to the middle. */
    public function cheapest(int $profile): int
    {
        return $this->cheapest[$profile] ??= self::nearestToTheMiddle(array_keys($this->profiles[$profile], 0, true));
    }

    /** @param list<int> $positions */
    private static function nearestToTheMiddle(array $positions): int
    {
        $best = 0;
        $far = PHP_INT_MAX;
        foreach ($positions as $position) {
            if (abs(2 * $position - self::BINS) < $far) {
                [$best, $far] = [$position, abs(2 * $position - self::BINS)];
            }
        }

        return $best;
    }

    /** @return Step */
    private function step(int $profile, int $kind): array
    {
        $costs = $this->profiles[$profile];
        $stroke = $this->strokes[$kind];
        $setFrom = $stroke->isSet || $stroke->mayLift ? $this->setAnew($stroke, $profile, $costs) : [];
        foreach ($this->regions[$kind] as $position => $price) {
            $costs[$position] += $price;
        }
        $next = $this->moved($costs, $kind);
        $least = min($next);
        if ($least >= self::UNREACHED) {
            // Too long for what is left from anywhere: use all there is.
            $isDown = $stroke->direction === Direction::Down;
            $end = $isDown ? self::BINS : 0;
            $next[$end] = $least = $costs[self::outermost($costs, $isDown)] + (int) ($this->settings->priceOutside * self::UNITS);
        }
        foreach ($next as $position => $cost) {
            $next[$position] = $cost >= self::UNREACHED ? self::UNREACHED : $cost - $least;
        }

        return [$this->profile($next), $costs, $setFrom];
    }

    /**
     * What standing at each position costs after a stroke, by what it cost before.
     *
     * @param array<int, int> $costs
     * @return non-empty-list<int>
     */
    private function moved(array $costs, int $kind): array
    {
        [[$one, $two, $three, $four, $five], [$first, $second, $third, $fourth, $fifth]] = $this->lengths[$kind];
        $isDown = $this->strokes[$kind]->direction === Direction::Down;
        // An up stroke is a down stroke seen from the tip.
        $before = $isDown ? $costs : array_reverse($costs);
        $next = [];
        // The innermost loop of all planning, so the lengths, the shortest first, are not walked but written out.
        for ($end = 0; $end <= self::BINS; $end++) {
            $best = self::UNREACHED;
            if ($end >= $one) {
                $best = $before[$end - $one] + $first;
                if ($end >= $two) {
                    $total = $before[$end - $two] + $second;
                    $best = $total < $best ? $total : $best;
                    if ($end >= $three) {
                        $total = $before[$end - $three] + $third;
                        $best = $total < $best ? $total : $best;
                        if ($end >= $four) {
                            $total = $before[$end - $four] + $fourth;
                            $best = $total < $best ? $total : $best;
                            if ($end >= $five) {
                                $total = $before[$end - $five] + $fifth;
                                $best = $total < $best ? $total : $best;
                            }
                        }
                    }
                }
            }
            $next[] = $best;
        }

        return $isDown ? $next : array_reverse($next);
    }

    /**
     * Where a stroke of a kind began that ends at a position.
     *
     * @param array<int, int> $costs of beginning at each position, as {@see after()} gave them
     */
    public function began(array $costs, int $kind, int $end): int
    {
        [$lengths, $prices] = $this->lengths[$kind];
        $isDown = $this->strokes[$kind]->direction === Direction::Down;
        $best = self::UNREACHED;
        $began = null;
        foreach ($lengths as $try => $length) {
            $position = $isDown ? $end - $length : $end + $length;
            $total = ($costs[$position] ?? self::UNREACHED) + $prices[$try];
            if ($total < $best) {
                $best = $total;
                $began = $position;
            }
        }

        return $began ?? self::outermost($costs, $isDown);
    }

    /** @param array<int, int> $costs by position */
    private function profile(array $costs): int
    {
        $key = implode(' ', $costs);
        if (!isset($this->profileNumbers[$key])) {
            $this->profileNumbers[$key] = count($this->profiles);
            $this->profiles[] = $costs;
        }

        return $this->profileNumbers[$key];
    }

    /**
     * Lets the bow be set at other places than where it stands.
     *
     * @param array<int, int> $costs by position, made cheaper where setting it anew is
     * @return array<int, int> where it came from, by the places at which it was set
     */
    private function setAnew(DistributionStroke $stroke, int $profile, array &$costs): array
    {
        $from = $this->cheapest($profile);
        $set = [];
        foreach ($this->profiles[$profile] as $position => $cost) {
            $far = abs($position - $from) / self::BINS;
            $price = self::units($this->settings->priceAir * $far + ($stroke->isSet ? 0.0 : $this->settings->priceLift));
            if ($far <= $stroke->reach && $price < $cost) {
                $costs[$position] = $price;
                $set[$position] = $from;
            }
        }

        return $set;
    }

    /**
     * The reachable position with the most bow ahead.
     *
     * @param array<int, int> $costs
     */
    private static function outermost(array $costs, bool $isDown): int
    {
        $reached = array_keys(array_filter($costs, static fn (int $cost): bool => $cost < self::UNREACHED));

        return $isDown ? $reached[0] ?? 0 : $reached[count($reached) - 1] ?? 0;
    }

    /**
     * The length in positions that each factor comes to, and its price; two that come to the same are both tried.
     *
     * @return Lengths
     */
    private function lengths(DistributionStroke $stroke): array
    {
        $settings = $this->settings;
        $price = static function (float $factor) use ($stroke, $settings): array {
            $length = min(1.0, $factor * $stroke->comfortable);
            $bins = min(self::BINS, max($length > 0.0 ? 1 : 0, (int) round($length * self::BINS)));
            $real = max($bins / self::BINS, 1e-3);
            if ($bins <= 1) {
                $real = min($real, max($stroke->comfortable, 1e-3));
            }
            $ratio = log($real / max($stroke->comfortable, 1e-3));
            $price = $settings->priceSpeed * max($stroke->seconds, $settings->leastSeconds) * $ratio * $ratio;
            $slow = $stroke->slowest > 0 ? log($stroke->slowest / $real) : 0.0;
            $fast = $stroke->fastest > 0 ? log($real / $stroke->fastest) : 0.0;
            // A little slack on both sides.
            $price += $settings->priceOutside * (max(0.0, $slow - $settings->slack) + max(0.0, $fast - $settings->slack));

            return [$bins, self::units($price)];
        };
        [$one, $two, $three, $four, $five] = array_map($price, DistributionSettings::LENGTHS);

        return [[$one[0], $two[0], $three[0], $four[0], $five[0]], [$one[1], $two[1], $three[1], $four[1], $five[1]]];
    }

    /** @return list<int> what beginning at each position costs; empty where it is all the same */
    private static function regions(DistributionStroke $stroke): array
    {
        $region = $stroke->region;
        $prices = [];
        for ($position = 0; $region->weight > 0.0 && $position <= self::BINS; $position++) {
            $start = $position / self::BINS;
            $prices[] = self::units($region->weight * max(0.0, $region->from - $start, $start - $region->to));
        }

        return $prices;
    }

    private static function units(float $price): int
    {
        return (int) round($price * self::UNITS);
    }
}
