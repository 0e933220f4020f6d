<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal;

use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Marks\Kind\Text\LeaveOut;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Note;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Plucked;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;

/** A pitch that a section holds, from where it is begun to where it ends, over all its ties. */
final readonly class SoundingNote
{
    /**
     * @param Note $note the notehead it begins with
     * @param string $line the independent voice it belongs to
     * @param Fraction $from quarter notes from the start of the score
     * @param Fraction $until the same
     * @param bool $isPlucked whether it is plucked: it is not held
     */
    private function __construct(
        public Note $note,
        public Pitch $pitch,
        public string $line,
        public Fraction $from,
        public Fraction $until,
        public ?NoteFinger $finger,
        public bool $isPlucked,
    ) {
    }

    /** @return list<self> by the time they begin, the higher of two that begin together first */
    public static function allOf(Score $score, PartPlan $plan): array
    {
        $plucked = Plucked::of($score->measures, $plan->part);
        $left = [];
        foreach ($plan->book->marks as $mark) {
            if ($mark->kind() instanceof LeaveOut && $mark->acts()) {
                $left[$mark->from] = true;
            }
        }
        /** @var list<self> $sounding */
        $sounding = [];
        foreach (Line::allOf($score, $plan->part) as $line) {
            /** @var array<string, int> $open where what is tied on was begun, by its pitch */
            $open = [];
            foreach ($line->events as $event) {
                foreach ($event->notes as $position) {
                    $note = $plan->part->notes[$position];
                    if ($note->pitch === null || isset($left[$note->id])) {
                        continue;
                    }
                    $key = (string) $note->pitch;
                    $begun = $note->tieStop ? ($open[$key] ?? null) : null;
                    unset($open[$key]);
                    if ($begun !== null) {
                        $sounding[$begun] = $sounding[$begun]->until($event->end());
                    } else {
                        $begun = count($sounding);
                        $sounding[] = new self(
                            $note,
                            $note->pitch,
                            $line->name,
                            $event->onset,
                            $event->end(),
                            $plan->fingers->at($note->id),
                            $plucked->isAt($event->onset->toFloat()),
                        );
                    }
                    if ($note->tieStart) {
                        $open[$key] = $begun;
                    }
                }
            }
        }
        usort($sounding, static fn (self $a, self $b): int => $a->from->compare($b->from)
            ?: $b->pitch->semitone() <=> $a->pitch->semitone());

        return $sounding;
    }

    private function until(Fraction $until): self
    {
        return new self($this->note, $this->pitch, $this->line, $this->from, $until, $this->finger, $this->isPlucked);
    }

    public function soundsAt(Fraction $onset): bool
    {
        return !$onset->isLessThan($this->from) && $onset->isLessThan($this->until);
    }

    /** 0 for C to 11 for B, however it is spelled. */
    public function pitchClass(): int
    {
        return ($this->pitch->semitone() % 12 + 12) % 12;
    }

    public function isOpen(): bool
    {
        return $this->finger?->number === 0;
    }
}
