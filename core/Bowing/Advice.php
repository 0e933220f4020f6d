<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

/**
 * Says in words how much bow a stroke takes, where a player would otherwise guess wrong: whole bow, save, and towards
 * the tip or the frog before a long stroke that needs the room. The same advice is not given twice in a row.
 */
final readonly class Advice
{
    /** Share of the hair from which a stroke takes the whole bow. */
    private const WHOLE = 0.85;
    /** A stroke this much slower than comfortable must be saved. */
    private const SAVED = 0.62;
    /** Seconds under which nobody has time to think of it. */
    private const LEAST_SECONDS = 1.2;
    /** How near the end of the bow counts as the tip or the frog. */
    private const NEAR = 0.2;

    public function __construct(private BowUse $use)
    {
    }

    /**
     * @param list<Stroke> $strokes
     * @return array<int, string> by stroke
     */
    public function of(array $strokes, TravelPlan $travel): array
    {
        $advice = [];
        $last = '';
        foreach ($strokes as $index => $stroke) {
            $words = $this->ofStroke($stroke, $travel->lengths[$index] ?? 0.0);
            $next = $strokes[$index + 1] ?? null;
            if ($words === '' && $next !== null && $this->isWhole($next, $travel->lengths[$index + 1] ?? 0.0)) {
                $end = $travel->to($stroke->last()) ?? 0.5;
                $words = match (true) {
                    $end >= 1.0 - self::NEAR => 'to the tip',
                    $end <= self::NEAR => 'to the frog',
                    default => '',
                };
            }
            if ($words !== '' && $words !== $last) {
                $advice[$index] = $words;
            }
            $last = $words === '' ? $last : $words;
        }

        return $advice;
    }

    private function ofStroke(Stroke $stroke, float $length): string
    {
        if ($stroke->seconds < self::LEAST_SECONDS) {
            return '';
        }
        if ($length < self::SAVED * $this->use->under($stroke)->comfortable) {
            return 'save';
        }

        return $this->isWhole($stroke, $length) ? 'whole bow' : '';
    }

    private function isWhole(Stroke $stroke, float $length): bool
    {
        return $stroke->seconds >= self::LEAST_SECONDS && $length >= self::WHOLE * $this->use->hair();
    }
}
