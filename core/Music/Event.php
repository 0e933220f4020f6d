<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** What one line plays at one moment: a note or a chord, with the grace notes that lead to it. */
final readonly class Event
{
    private Fraction $end;

    /**
     * @param list<int> $notes positions in {@see Part::$notes}
     * @param list<int> $graceBefore grace notes leading to it
     * @param list<int> $graceAfter grace notes slurred on from it (a turn at the end of a trill)
     * @param Fraction $onset quarter notes from the start of the score, in printed order
     */
    public function __construct(
        public array $notes,
        public array $graceBefore,
        public array $graceAfter,
        public int $measure,
        public Fraction $offset,
        public Fraction $onset,
        public Fraction $duration,
    ) {
        $this->end = $onset->plus($duration);
    }

    public function end(): Fraction
    {
        return $this->end;
    }

    /** @return list<int> every notehead in the order it sounds */
    public function noteheads(): array
    {
        return $this->graceBefore === [] && $this->graceAfter === []
            ? $this->notes
            : [...$this->graceBefore, ...$this->notes, ...$this->graceAfter];
    }
}
