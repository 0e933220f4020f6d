<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/**
 * How loud a part is at every time, on the scale 0 (pp) to 5 (ff), with wedges between.
 */
final readonly class Dynamics
{
    /** Level by what is printed; of a fp the piano that stays, of a pf the forte. */
    private const LEVELS = [
        'ppp' => 0.0, 'pppp' => 0.0, 'pp' => 0.0, 'p' => 1.0, 'mp' => 2.0, 'mf' => 3.0, 'f' => 4.0, 'ff' => 5.0,
        'fff' => 5.0, 'ffff' => 5.0, 'fp' => 1.0, 'sfp' => 1.0, 'sfpp' => 0.0, 'pf' => 4.0,
    ];

    /** What is printed, by level. */
    private const NAMES = ['pp', 'p', 'mp', 'mf', 'f', 'ff'];

    /** Without any dynamic printed. */
    private const DEFAULT = 3.0;

    /**
     * @param list<array{float, float, float, float}> $pieces from onset, to onset, level at its beginning and end
     */
    private function __construct(private array $pieces)
    {
    }

    public static function of(Score $score, Part $part): self
    {
        $steps = [];
        foreach ($part->expressions as $expression) {
            if (in_array($expression->kind, [ExpressionKind::Dynamic, ExpressionKind::Wedge], true)) {
                $steps[] = [$score->onsetOf($expression)->toFloat(), $expression];
            }
        }
        usort($steps, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $pieces = [];
        $level = self::DEFAULT;
        $from = 0.0;
        $wedge = null;
        foreach ($steps as $index => [$onset, $expression]) {
            $target = self::levelOf($expression);
            if ($target === null && $expression->value === 'stop') {
                if ($wedge !== null) {
                    $reached = self::after($steps, $index) ?? self::clamp($level + $wedge);
                    $pieces[] = [$from, $onset, $level, $reached];
                    [$level, $from, $wedge] = [$reached, $onset, null];
                }
                continue;
            }
            if ($target === null && $expression->kind === ExpressionKind::Dynamic) {
                continue;
            }
            $end = $wedge !== null ? ($target ?? self::clamp($level + $wedge)) : $level;
            $pieces[] = [$from, $onset, $level, $end];
            $from = $onset;
            $level = $target ?? $end;
            $wedge = $expression->kind === ExpressionKind::Wedge ? ($expression->value === 'crescendo' ? 1.0 : -1.0) : null;
        }
        $pieces[] = [$from, INF, $level, $level];
        // What two signs at one place leave between them lasts for nobody.
        $lasting = array_filter($pieces, static fn (array $piece): bool => $piece[1] > $piece[0]);

        return new self(array_values($lasting));
    }

    /** The printed dynamic that comes nearest to a level. */
    public static function nameOf(float $level): string
    {
        return self::NAMES[max(0, min(count(self::NAMES) - 1, (int) round($level)))];
    }

    /** @return float 0 (pp) to 5 (ff) */
    public function levelAt(float $onset): float
    {
        [$from, $to, $begin, $end] = $this->pieces[$this->pieceAt($onset)];
        if ($begin === $end || $to <= $from || is_infinite($to)) {
            return $begin;
        }

        return $begin + ($end - $begin) * min(1.0, max(0.0, ($onset - $from) / ($to - $from)));
    }

    /** Whether nothing changes between two onsets. */
    public function isSteady(float $from, float $to): bool
    {
        [, $end, $first, $last] = $this->pieces[$this->pieceAt($from)];

        return $first === $last && $end >= $to - 1e-9;
    }

    /** Position of the last piece that has begun at an onset. */
    private function pieceAt(float $onset): int
    {
        if (!isset($this->pieces[1])) {
            return 0;
        }
        $low = 0;
        $high = count($this->pieces) - 1;
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($this->pieces[$middle][0] <= $onset + 1e-9) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }

        return $low;
    }

    /** The dynamics an onset lies between, for speeds that glide. */
    public function between(float $onset): DynamicLevel
    {
        $level = $this->levelAt($onset);
        $lower = (int) floor($level);

        return new DynamicLevel(self::NAMES[$lower], self::NAMES[min(5, $lower + 1)], $level - $lower);
    }

    private static function levelOf(Expression $expression): ?float
    {
        return $expression->kind === ExpressionKind::Dynamic ? self::LEVELS[$expression->value] ?? null : null;
    }

    /**
     * The dynamic a wedge leads to, when one is printed where it ends.
     *
     * @param list<array{float, Expression}> $steps
     */
    private static function after(array $steps, int $index): ?float
    {
        $next = $steps[$index + 1] ?? null;

        return $next !== null && $next[0] - $steps[$index][0] <= 1.0 ? self::levelOf($next[1]) : null;
    }

    private static function clamp(float $level): float
    {
        return min(5.0, max(0.0, $level));
    }
}
