<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Music\Fraction;

/** All that is played in one bow direction without a change, as it comes in playing order. */
final readonly class Stroke
{
    /**
     * @param non-empty-list<PlayedEvent> $events
     * @param SlurLink $link what a slur or tie would have held it to, had a sign not begun a new stroke here
     * @param Fraction $gap silence before it, in quarter notes
     * @param float $gapSeconds the same in seconds
     * @param FreshStartCause|null $freshStart why it starts anew, null when it follows from the stroke before
     * @param bool $onDownbeat whether it begins on a downbeat
     * @param bool $overDownbeat whether it sounds at a downbeat, begun there or before
     * @param int $strength of its place in the measure: 3 downbeat, 2 half measure, 1 beat, 0 between
     * @param float $seconds how long it sounds
     * @param float $comfortableCm bow it would like, at its dynamic
     */
    public function __construct(
        public array $events,
        public SlurLink $link,
        public Fraction $gap,
        public float $gapSeconds,
        public ?FreshStartCause $freshStart,
        public bool $onDownbeat,
        public bool $overDownbeat,
        public int $strength,
        public float $seconds,
        public float $comfortableCm,
        public bool $isShortened,
        public bool $isAccented,
    ) {
    }

    public function head(): PlayedEvent
    {
        return $this->events[0];
    }

    public function last(): PlayedEvent
    {
        return $this->events[count($this->events) - 1];
    }

    /**
     * The same stroke with more under its bow.
     *
     * @param non-empty-list<PlayedEvent> $more
     */
    public function with(array $more): self
    {
        return $this->over([...$this->events, ...$more], $this->link, $this->gap, $this->gapSeconds, $this->freshStart);
    }

    /** Its first event as a stroke of its own. */
    public function first(): self
    {
        return $this->over([$this->events[0]], $this->link, $this->gap, $this->gapSeconds, $this->freshStart);
    }

    /** What follows its first event as a stroke of its own. */
    public function rest(): self
    {
        return $this->over(array_slice($this->events, 1) ?: $this->events, SlurLink::None, Fraction::zero(), 0.0, null);
    }

    /** @param non-empty-list<PlayedEvent> $events */
    private function over(array $events, SlurLink $link, Fraction $gap, float $gapSeconds, ?FreshStartCause $freshStart): self
    {
        return new self(
            $events,
            $link,
            $gap,
            $gapSeconds,
            $freshStart,
            $this->onDownbeat,
            $this->overDownbeat,
            $this->strength,
            $this->seconds,
            $this->comfortableCm,
            $this->isShortened,
            $this->isAccented,
        );
    }

    public function hasRestBefore(): bool
    {
        return $this->gap->isPositive();
    }
}
