<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\Stroke;

/**
 * Whether there is time to carry the bow back: setting it on the string, and the way through the air.
 */
final readonly class RetakeTime
{
    public function __construct(private BowSettings $settings)
    {
    }

    /** Seconds the way back after a stroke takes. */
    public function needed(Stroke $before): float
    {
        $metres = $this->settings->wayBack * $before->comfortableCm / 100.0;
        $seconds = $this->settings->secondsToSet + $metres / $this->settings->airSpeed;

        return $seconds * ($this->settings->isBeginner ? $this->settings->beginnerFactor : 1.0);
    }

    /** Seconds the rest gives, with what a dot on the note before leaves free. */
    public function available(Stroke $before, Stroke $stroke): float
    {
        $free = $before->isShortened ? $before->seconds * $this->settings->freedByDot : 0.0;

        return $stroke->gapSeconds + $free;
    }

    public function isEnough(Stroke $before, Stroke $stroke): bool
    {
        return $this->available($before, $stroke) + 1e-6 >= $this->needed($before);
    }

    /** Whether the note before is long enough to give up its end, when a director asks for a retake without a rest. */
    public function canBorrow(Stroke $before): bool
    {
        return $before->seconds * $this->settings->borrowed + 1e-6 >= $this->needed($before);
    }
}
