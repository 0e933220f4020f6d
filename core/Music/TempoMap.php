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
     * @param float|null $quartersPerMinute one tempo for the whole score, over what it says
     */
    public static function of(Score $score, ?float $quartersPerMinute = null): self
    {
        $onsets = [0.0];
        $speeds = [$quartersPerMinute ?? self::DEFAULT_QUARTERS_PER_MINUTE];
        foreach ($quartersPerMinute === null ? $score->tempos : [] as $tempo) {
            $onset = $score->onsetOf($tempo)->toFloat();
            if ($onset <= 0.0) {
                $speeds[0] = $tempo->quartersPerMinute;
            } else {
                $onsets[] = $onset;
                $speeds[] = $tempo->quartersPerMinute;
            }
        }

        return new self($onsets, $speeds);
    }

    /** Quarter notes a minute at an onset in printed order. */
    public function quartersPerMinuteAt(Fraction $onset): float
    {
        return $this->speeds[$this->segment($onset->toFloat())];
    }

    /** How long a printed stretch lasts, in seconds. */
    public function seconds(Fraction $from, Fraction $to): float
    {
        $at = $from->toFloat();
        $end = $to->toFloat();
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

    private function segment(float $onset): int
    {
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
