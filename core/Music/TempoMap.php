<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Musical time as seconds, by the tempos of a score. */
final readonly class TempoMap
{
    /** Used until the score names a tempo. */
    public const DEFAULT_QUARTERS_PER_MINUTE = 100.0;

    /**
     * @param non-empty-list<float> $onsets quarter notes from the start of the score, rising
     * @param non-empty-list<float> $speeds quarter notes a minute from each onset on
     */
    private function __construct(private array $onsets, private array $speeds)
    {
    }

    /**
     * The tempos the score prints, bent by its words: *rit.* slows steadily to three quarters of the tempo, *accel.* quickens to
     * five quarters, until *a tempo*, the next tempo, a double bar or a rehearsal mark, or for four measures; *slower*, *faster* and
     * their like change it at once, to the number beside them or by a sixth, until *a tempo* or the next tempo.
     *
     * @param float|null $quartersPerMinute one tempo for the whole score, over what it says
     * @param array<int, float> $own tempos a director set, by the index of the measure they begin in; they hold to the
     *     next one, over what the score prints
     */
    public static function of(Score $score, ?float $quartersPerMinute = null, array $own = []): self
    {
        $speeds = ['0' => [0.0, $quartersPerMinute ?? self::DEFAULT_QUARTERS_PER_MINUTE]];
        ksort($own);
        $firstOwn = array_key_first($own);
        foreach ($quartersPerMinute === null ? $score->tempos : [] as $tempo) {
            if ($firstOwn === null || $tempo->measure < $firstOwn) {
                $speeds[(string) $score->onsetOf($tempo)] = [$score->onsetOf($tempo)->toFloat(), $tempo->quartersPerMinute];
            }
        }
        foreach ($own as $measure => $speed) {
            if (isset($score->measures[$measure])) {
                $onset = $score->measures[$measure]->onset;
                $speeds[(string) $onset] = [$onset->toFloat(), $speed];
            }
        }
        $speeds = array_values($speeds);
        usort($speeds, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        foreach (self::bends($score) as [$from, $until, $factor, $isAtOnce]) {
            $speeds = self::bent($speeds, $from, $until, $factor, $isAtOnce);
        }
        $speeds[0] ??= [0.0, self::DEFAULT_QUARTERS_PER_MINUTE];

        return new self(array_column($speeds, 0), array_column($speeds, 1));
    }

    /** Quarter notes between the steps of a bend. */
    private const STEP = 0.5;
    /** What a bend leads to, as a factor of the tempo: what a conductor does without other words. */
    private const SLOWER = 0.75;
    private const FASTER = 1.25;
    /** At once and without a number beside the words: as much as one hears. */
    private const SLOWER_AT_ONCE = 5 / 6;
    private const FASTER_AT_ONCE = 6 / 5;
    /** Measures a bend lasts when nothing ends it. */
    private const LONGEST_BEND = 4;

    /** @return list<array{float, float, float, bool}> from and until in quarter notes, the factor reached, and whether at once */
    private static function bends(Score $score): array
    {
        $ends = [];
        foreach ($score->measures as $measure) {
            if ($measure->rehearsal !== null) {
                $ends[] = $measure->onset->toFloat();
            }
            if ($measure->endsSection) {
                $ends[] = $measure->end()->toFloat();
            }
        }
        $signs = array_map(
            static fn (Tempo|TempoBend $sign): float => $score->onsetOf($sign)->toFloat(),
            [...$score->tempos, ...$score->bends],
        );
        $ends = [...$ends, ...$signs];
        $numbers = array_map(static fn (Tempo $tempo): float => $score->onsetOf($tempo)->toFloat(), $score->tempos);
        $bends = [];
        foreach ($score->bends as $bend) {
            if ($bend->way === TempoBend::BACK) {
                continue;
            }
            $from = $score->onsetOf($bend)->toFloat();
            if ($bend->way === TempoBend::SLOWER_AT_ONCE || $bend->way === TempoBend::FASTER_AT_ONCE) {
                // A number beside the words is what counts.
                if (!in_array($from, $numbers, true)) {
                    $next = array_filter($signs, static fn (float $sign): bool => $sign > $from);
                    $until = $next === [] ? $score->measures[count($score->measures) - 1]->end()->toFloat() : min($next);
                    $factor = $bend->way === TempoBend::SLOWER_AT_ONCE ? self::SLOWER_AT_ONCE : self::FASTER_AT_ONCE;
                    $bends[] = [$from, $until, $factor, true];
                }
                continue;
            }
            $last = min($bend->measure + self::LONGEST_BEND, count($score->measures)) - 1;
            $until = $score->measures[$last]->end()->toFloat();
            foreach ($ends as $end) {
                if ($end > $from && $end < $until) {
                    $until = $end;
                }
            }
            $bends[] = [$from, $until, $bend->way === TempoBend::SLOWER ? self::SLOWER : self::FASTER, false];
        }

        return $bends;
    }

    /**
     * @param list<array{float, float}> $speeds onset and quarter notes a minute, rising
     * @return list<array{float, float}>
     */
    private static function bent(array $speeds, float $from, float $until, float $factor, bool $isAtOnce): array
    {
        $base = $speeds[0][1] ?? self::DEFAULT_QUARTERS_PER_MINUTE;
        $kept = [];
        $hasEnd = false;
        foreach ($speeds as [$onset, $speed]) {
            $base = $onset <= $from ? $speed : $base;
            $hasEnd = $hasEnd || $onset === $until;
            if ($onset < $from || $onset >= $until) {
                $kept[] = [$onset, $speed];
            }
        }
        if ($isAtOnce) {
            $kept[] = [$from, $base * $factor];
        }
        for ($at = $from; !$isAtOnce && $at < $until - 1e-9; $at += self::STEP) {
            $share = min(1.0, ($at - $from + self::STEP) / max(self::STEP, $until - $from));
            $kept[] = [$at, $base * $factor ** $share];
        }
        if (!$hasEnd) {
            $kept[] = [$until, $base];
        }
        usort($kept, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return $kept;
    }

    /** Quarter notes a minute at an onset in printed order. */
    public function quartersPerMinuteAt(Fraction $onset): float
    {
        return $this->speeds[$this->segment($onset->toFloat())];
    }

    /** How long a printed stretch lasts, in seconds. */
    public function seconds(Fraction $from, Fraction $to): float
    {
        return $this->secondsBetween($from->toFloat(), $to->toFloat());
    }

    /** The same for moments that are numbers already: quarter notes from the start of the score. */
    public function secondsBetween(float $at, float $end): float
    {
        $segment = $this->segment($at);
        $seconds = 0.0;
        while ($at < $end) {
            $until = min($this->onsets[$segment + 1] ?? INF, $end);
            $seconds += ($until - $at) * 60.0 / $this->speeds[$segment];
            $at = $until;
            $segment++;
        }

        return $seconds;
    }

    /**
     * The one tempo a stretch has, null when it changes inside.
     *
     * @param float $from quarter notes from the start of the score
     */
    public function steadySpeed(float $from, float $to): ?float
    {
        $segment = $this->segment($from);

        return ($this->onsets[$segment + 1] ?? INF) >= $to - 1e-9 ? $this->speeds[$segment] : null;
    }

    private function segment(float $onset): int
    {
        if (!isset($this->onsets[1])) {
            return 0;
        }
        $low = 0;
        $high = count($this->onsets) - 1;
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($this->onsets[$middle] <= $onset + 1e-9) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }

        return $low;
    }
}
