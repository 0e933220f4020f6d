<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

/** In which rehearsals each measure of a piece was worked, and in which it was only played through. */
final readonly class Coverage
{
    /**
     * @param list<list<int>> $worked by measure: the rehearsals, rising, counted from 0
     * @param list<list<int>> $run the same
     * @param int $rehearsals how many there were
     */
    private function __construct(public array $worked, public array $run, public int $rehearsals)
    {
    }

    /** @param list<Played> $played in any order */
    public static function of(int $measures, int $rehearsals, array $played): self
    {
        $worked = $run = array_fill(0, max(0, $measures), []);
        usort($played, static fn (Played $a, Played $b): int => $a->rehearsal <=> $b->rehearsal);
        foreach ($played as $one) {
            for ($measure = max(0, $one->from); $measure <= $one->to && $measure < $measures; $measure++) {
                if ($one->isRun) {
                    $run[$measure][] = $one->rehearsal;
                } else {
                    $worked[$measure][] = $one->rehearsal;
                }
            }
        }

        return new self(array_map(self::once(...), $worked), array_map(self::once(...), $run), $rehearsals);
    }

    public static function none(int $measures): self
    {
        return self::of($measures, 0, []);
    }

    /** How many rehearsals ago a measure was worked: 1 in the last one; one more than there were for one that never was. */
    public function since(int $measure): int
    {
        $worked = $this->worked[$measure] ?? [];

        return $worked === [] ? $this->rehearsals + 1 : $this->rehearsals - $worked[count($worked) - 1];
    }

    /** The most of {@see since()} in a stretch of measures. */
    public function longestSince(int $from, int $to): int
    {
        $longest = 0;
        for ($measure = $from; $measure <= $to; $measure++) {
            $longest = max($longest, $this->since($measure));
        }

        return $longest;
    }

    /** How many rehearsals ago the whole piece was played through; one more than there were where it never was. */
    public function sinceRun(): int
    {
        $last = null;
        foreach ($this->run as $rehearsals) {
            $here = $rehearsals === [] ? -1 : $rehearsals[count($rehearsals) - 1];
            $last = $last === null ? $here : min($last, $here);
        }

        return $last === null || $last < 0 ? $this->rehearsals + 1 : $this->rehearsals - $last;
    }

    /** @return array<int, true> measures that were worked */
    public function rehearsed(): array
    {
        return array_fill_keys(array_keys(array_filter($this->worked, static fn (array $one): bool => $one !== [])), true);
    }

    /**
     * @param list<int> $rehearsals rising
     * @return list<int>
     */
    private static function once(array $rehearsals): array
    {
        return array_values(array_unique($rehearsals));
    }
}
