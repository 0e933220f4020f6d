<?php

declare(strict_types=1);

namespace UprightPencil\Review;

use UprightPencil\Music\Measure;
use UprightPencil\Music\PlaceWords;

/** One cause, one flag: what comes again and again in a part is one thing to look at, with its places and one answer for all. */
final readonly class ToldOnce
{
    /** Measures that are named before the rest is counted. */
    private const NAMED = 4;

    /** @param list<Measure> $measures of the score */
    public function __construct(private array $measures)
    {
    }

    /**
     * How many of them need a look.
     *
     * @param list<Flag> $flags
     */
    public static function toLookAt(array $flags): int
    {
        return count(array_filter($flags, static fn (Flag $flag): bool => $flag->isToLookAt()));
    }

    /**
     * @param list<Flag> $flags
     * @return list<Flag> in score order
     */
    public function of(array $flags): array
    {
        $groups = [];
        foreach (FlagOrder::sorted($flags) as $index => $flag) {
            $key = $flag->cause === '' || $flag->measure === null ? "#{$index}" : "{$flag->partId} {$flag->code->value} {$flag->cause}";
            $groups[$key][] = $flag;
        }

        return array_map($this->together(...), array_values($groups));
    }

    /** @param non-empty-list<Flag> $flags */
    private function together(array $flags): Flag
    {
        $first = $flags[0];
        if (count($flags) === 1) {
            return $first;
        }
        $places = $measures = [];
        foreach ($flags as $flag) {
            $place = $flag->place();
            if ($place !== null) {
                $places = [...$places, ...$flag->allPlaces()];
                $measures[$place->measure] = PlaceWords::measure($this->measures[$place->measure]);
            }
        }
        array_shift($measures);
        $named = implode(', ', array_slice($measures, 0, self::NAMED));
        $more = count($flags) - 1;
        $where = match (true) {
            $measures === [] => 'in the same measure',
            count($measures) > self::NAMED => "at {$named} and on",
            default => "at {$named}",
        };
        $times = $more === 1 ? 'once more' : "{$more} times more";

        return $first->saying("{$first->text} The same {$times}, {$where}.")->at($places)->withWays($this->ways($flags));
    }

    /**
     * One answer for all places, then the ways out of the first.
     *
     * @param non-empty-list<Flag> $flags
     * @return list<Remedy>
     */
    private function ways(array $flags): array
    {
        $all = [];
        foreach ($flags[0]->ways as $way) {
            if ($way->everywhere === '' || isset($all[$way->everywhere])) {
                continue;
            }
            $found = [];
            foreach ($flags as $flag) {
                $same = array_filter($flag->ways, static fn (Remedy $other): bool => $other->everywhere === $way->everywhere);
                $one = reset($same);
                if ($one === false) {
                    continue 2;
                }
                $found[] = $one->lines;
            }
            $count = count($flags);
            $all[$way->everywhere] = new Remedy("{$way->everywhere}, at all {$count} places", self::byPart($found));
        }

        return [...array_values($all), ...array_map(
            static fn (Remedy $way): Remedy => $all === [] ? $way : new Remedy("{$way->text}, here alone", $way->lines),
            $flags[0]->ways,
        )];
    }

    /**
     * Pencil lines of several places, those of each part together under its name.
     *
     * @param list<list<string>> $places
     * @return list<string>
     */
    private static function byPart(array $places): array
    {
        $parts = [];
        foreach ($places as $lines) {
            $part = '';
            foreach ($lines as $line) {
                if (str_starts_with($line, 'part ')) {
                    $part = $line;
                } else {
                    $parts[$part][$line] = $line;
                }
            }
        }
        $together = [];
        foreach ($parts as $part => $lines) {
            array_push($together, ...($part === '' ? [] : [$part]), ...array_values($lines));
        }

        return $together;
    }
}
