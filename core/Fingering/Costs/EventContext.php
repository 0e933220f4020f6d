<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

use UprightPencil\Music\Pitch;

/**
 * All that the cost model may look at, beside the hand's state, when it prices what a state costs by itself.
 *
 * Its key is made of everything in it (a test holds it to that): events with one key cost the same.
 */
final readonly class EventContext
{
    /**
     * @param list<Pitch> $pitches of the noteheads
     * @param bool $isSlurred under one bow with the event before
     * @param bool $rings soft and long enough for an open string to ring on
     * @param bool $descends a lower note follows soon
     * @param bool $wantsFourNext a half step higher follows in the slur, for which the fourth finger is wanted
     * @param bool $isFirst of the line: the hand comes from first position
     */
    public function __construct(
        public array $pitches,
        public int $keyFifths,
        public bool $isSlurred,
        public bool $rings,
        public bool $descends,
        public bool $wantsFourNext,
        public bool $isFirst = false,
    ) {
    }

    public function key(): string
    {
        return implode(' ', $this->pitches) . "|{$this->keyFifths}|"
            . (int) $this->isSlurred . (int) $this->rings . (int) $this->descends . (int) $this->wantsFourNext . (int) $this->isFirst;
    }
}
