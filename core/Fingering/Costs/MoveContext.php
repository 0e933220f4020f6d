<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

use UprightPencil\Fingering\States\HandEvent;

/**
 * All that the cost model may look at, beside the two states of the hand, when it prices what going from one to the other costs.
 *
 * Its key is made of everything in it (a test holds it to that): moves with one key cost the same.
 */
final readonly class MoveContext
{
    /** Steps in a second that are told apart: what a table of tempos differs in below a tenth of a millisecond changes no price. */
    private const STEPS = 1e4;
    /** Seconds from which on nothing changes any more. */
    private const LONG = 9.0;

    /**
     * @param float $since seconds from the event before to this one
     * @param float $rest seconds of silence between
     * @param bool $isSlurred under one bow
     * @param bool $isFresh a double bar or a rehearsal mark stands between
     * @param bool $isSameLetter whether both are one note of the same letter and octave
     * @param bool $isSamePitch whether both are one note of the same pitch
     */
    public function __construct(
        public float $since,
        public float $rest,
        public bool $isSlurred,
        public bool $isFresh,
        public bool $isSameLetter,
        public bool $isSamePitch,
    ) {
    }

    public static function between(HandEvent $before, HandEvent $event): self
    {
        $isSingle = !$event->isChord() && !$before->isChord();
        [$here, $there] = [$event->pitches[0], $before->pitches[0]];

        return new self(
            $event->since,
            $event->rest,
            $event->isSlurred,
            $event->isFresh,
            $isSingle && $here->step() === $there->step(),
            $isSingle && $here->semitone() === $there->semitone(),
        );
    }

    public function key(): string
    {
        return self::steps($this->since) . '|' . self::steps($this->rest) . '|'
            . (int) $this->isSlurred . (int) $this->isFresh . (int) $this->isSameLetter . (int) $this->isSamePitch;
    }

    private static function steps(float $seconds): int
    {
        return (int) round(min($seconds, self::LONG) * self::STEPS);
    }
}
