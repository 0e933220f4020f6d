<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Bowing\Result\VisitBow;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Direction;

/** What the marked page shows at one note that belongs to the marks, not to the notes. */
final readonly class NotePrint
{
    /**
     * @param Direction|null $sign bowing sign shown; null for none
     * @param bool $isSignNew false when the edition prints the same sign
     * @param bool $crossOutSign the edition's sign is taken out
     * @param string|null $linkFrom id of the note a dotted slur comes from (a hook)
     * @param bool $isHook the direction repeats without leaving the string
     * @param string|null $commaOn id of the note before, when the bow is carried back or lifted
     * @param bool $isLift the comma is a lift: the direction alternates
     * @param list<string> $slursTo ids of notes that dashed slurs reach
     * @param list<string> $slursTakenOut ids of notes that crossed-out slurs reached
     * @param list<string> $words short texts over the note
     * @param array<int, VisitBow> $otherPasses how the stroke is played on passes that differ, by pass
     * @param list<Mark> $choices open choices that begin here: all their possibilities are shown
     * @param list<PrintedChange> $changes inside the note
     */
    public function __construct(
        public ?Direction $sign = null,
        public bool $isSignNew = false,
        public bool $crossOutSign = false,
        public ?string $linkFrom = null,
        public bool $isHook = false,
        public ?string $commaOn = null,
        public bool $isLift = false,
        public array $slursTo = [],
        public array $slursTakenOut = [],
        public array $words = [],
        public array $changes = [],
        public array $otherPasses = [],
        public array $choices = [],
        public ?FingerPrint $finger = null,
    ) {
    }

    public function withFinger(FingerPrint $finger): self
    {
        return $this->with($this->changes, $finger);
    }

    /** @param list<PrintedChange> $changes */
    public function withChanges(array $changes): self
    {
        return $this->with($changes, $this->finger);
    }

    /** @param list<PrintedChange> $changes */
    private function with(array $changes, ?FingerPrint $finger): self
    {
        return new self(
            $this->sign,
            $this->isSignNew,
            $this->crossOutSign,
            $this->linkFrom,
            $this->isHook,
            $this->commaOn,
            $this->isLift,
            $this->slursTo,
            $this->slursTakenOut,
            $this->words,
            $changes,
            $this->otherPasses,
            $this->choices,
            $finger,
        );
    }

    /** Whether nothing is shown. */
    public function isEmpty(): bool
    {
        return $this->sign === null && $this->otherPasses === [] && !$this->isHook && $this->commaOn === null && $this->changes === []
            && $this->slursTo === [] && $this->slursTakenOut === [] && !$this->crossOutSign && $this->choices === []
            && $this->words === [] && $this->fingerWords() === [];
    }

    /** @return list<string> as the JSON contract lists them */
    public function tokens(): array
    {
        $tokens = [];
        if ($this->sign !== null) {
            $tokens[] = $this->sign->value . '-bow';
        }
        foreach ($this->otherPasses as $pass => $visit) {
            $tokens[] = "{$visit->direction->value}-bow-{$pass}x";
            if ($visit->isJoined()) {
                $tokens[] = "{$visit->connection->value}-{$pass}x";
            }
        }
        if ($this->isHook) {
            $tokens[] = 'hook';
        }
        if ($this->commaOn !== null) {
            $tokens[] = $this->isLift ? 'lift' : 'retake';
        }
        foreach ($this->changes as $change) {
            $tokens[] = $change->token();
        }
        foreach ($this->slursTo as $to) {
            $tokens[] = "slur-to-{$to}";
        }
        foreach ($this->slursTakenOut as $to) {
            $tokens[] = "no-slur-to-{$to}";
        }
        if ($this->crossOutSign) {
            $tokens[] = 'no-sign';
        }

        foreach ($this->fingerWords() as $word) {
            $tokens[] = $word;
        }
        foreach ($this->choices as $choice) {
            $tokens[] = $choice->words();
        }

        return [...$tokens, ...array_map(static fn (string $words): string => "\"{$words}\"", $this->words)];
    }

    /** @return list<string> what is shown of the left hand, but what a choice leaves open */
    public function fingerWords(): array
    {
        if ($this->finger === null) {
            return [];
        }
        $words = $this->finger->words();
        if ($this->leavesOpen(Slot::Finger)) {
            $words = array_values(array_diff($words, [$this->finger->finger]));
        }
        if ($this->leavesOpen(Slot::Position)) {
            $words = array_values(array_diff($words, [$this->finger->position]));
        }

        return $words;
    }

    /** Whether what is shown in a slot is one possibility of an open choice. */
    public function leavesOpen(Slot $slot): bool
    {
        foreach ($this->choices as $choice) {
            foreach ($choice->kinds as $kind) {
                if ($kind->slot() === $slot) {
                    return true;
                }
            }
        }

        return false;
    }
}
