<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Marks\StandingMark;

/** What the marked page shows of the left hand at one note. */
final readonly class FingerPrint
{
    /**
     * @param string $finger in the words of a pencil line: "2", "low 2", "x4", "0", "0 or 4"; empty for none
     * @param string $position the numeral where the hand arrives; empty for none
     * @param string|null $positionTo id of the last note in that position
     * @param string $string its letter, where a player would take another; empty for none
     * @param string|null $leaveDownTo id of the note to which the finger waits; null when it need not
     * @param string|null $slideFrom id of the note the same finger slides from
     * @param bool $isFingerNew false when the edition prints the same finger
     * @param list<StandingMark> $signs marks that show a sign of their own here
     */
    public function __construct(
        public string $finger = '',
        public string $position = '',
        public ?string $positionTo = null,
        public string $string = '',
        public ?string $leaveDownTo = null,
        public ?string $slideFrom = null,
        public bool $isFingerNew = true,
        public array $signs = [],
    ) {
    }

    public function isEmpty(): bool
    {
        return $this->finger === '' && $this->position === '' && $this->string === ''
            && $this->leaveDownTo === null && $this->slideFrom === null && $this->signs === [];
    }

    /** @return list<string> as pencil lines say them */
    public function words(): array
    {
        return array_values(array_filter([
            $this->position,
            $this->finger,
            $this->string === '' ? '' : "on {$this->string}",
            $this->leaveDownTo === null ? '' : 'leave down',
            $this->slideFrom === null ? '' : 'slide',
            ...array_map(static fn (StandingMark $sign): string => $sign->words(), $this->signs),
        ], static fn (string $word): bool => $word !== ''));
    }
}
