<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/**
 * The same thing at several places of a part: where it comes, and how much that asks for a line.
 *
 * What comes often asks more, but not as many times more: who can do it at one place can nearly do it at the next.
 *
 * @phpstan-type Occurrence array{at: int, until: int, places: list<array{int, int}>, weight: float}
 */
final class Occurrences
{
    private const AGAIN = 0.5;
    /** Seconds for an action at which it is neither quick nor slow, and how much quickness matters at most. */
    private const EVEN = 0.5;
    private const LEAST_SPEED = 0.5;
    private const MOST_SPEED = 2.0;
    /** Different things of one kind that are offered. */
    private const MOST = 12;

    /** @var array<string, Occurrence> */
    private array $found = [];

    /**
     * @param string $key what makes two places one thing
     * @param int $at position of the note in the part
     * @param int $until of the last note it is about
     * @param array{int, int} $place first and last measure
     */
    public function add(string $key, int $at, int $until, array $place, float $weight): void
    {
        $known = $this->found[$key] ?? ['at' => $at, 'until' => $until, 'places' => [], 'weight' => 0.0];
        if (!in_array($place, $known['places'], true)) {
            $known['places'][] = $place;
        }
        if ($weight > $known['weight']) {
            $known['weight'] = $weight;
        }
        $this->found[$key] = $known;
    }

    /** @return list<Occurrence> the most needed first */
    public function all(): array
    {
        $all = array_values(array_map(static function (array $one): array {
            $one['weight'] *= 1.0 + self::AGAIN * log(count($one['places']), 2);

            return $one;
        }, $this->found));
        usort($all, static fn (array $a, array $b): int => [$b['weight'], $a['at']] <=> [$a['weight'], $b['at']]);

        return array_slice($all, 0, self::MOST);
    }

    /** How much quicker than usual something has to be done. */
    public static function speed(float $seconds): float
    {
        return max(self::LEAST_SPEED, min(self::MOST_SPEED, self::EVEN / max(0.01, $seconds)));
    }
}
