<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;

/** A line of music as events of the left hand, in printed order. Ties are merged: a held note is one event. */
final readonly class HandEvents
{
    /** Seconds a grace note takes. */
    private const GRACE = 0.12;

    /** @param array<int, true> $leftOut noteheads nobody plays */
    public function __construct(
        private Score $score,
        private Part $part,
        private SlurredNotes $slurred,
        private TempoMap $tempo,
        private Dynamics $dynamics,
        private array $leftOut = [],
    ) {
    }

    /** @return list<HandEvent> */
    public function of(Line $line): array
    {
        $events = [];
        $endOfLast = null;
        $onsetOfLast = null;
        foreach ($line->events as $index => $event) {
            if ($this->isHeld($line, $index)) {
                continue;
            }
            $held = [];
            $end = $event->end();
            for ($next = $index + 1; isset($line->events[$next]) && $this->isHeld($line, $next); $next++) {
                $held = [...$held, ...$line->events[$next]->notes];
                $end = $line->events[$next]->end();
            }
            $onset = $event->onset->toFloat();
            $until = $end->toFloat();
            $rest = $endOfLast === null || $onset <= $endOfLast ? 0.0 : $this->tempo->secondsBetween($endOfLast, $onset);
            $since = $onsetOfLast === null ? 9.0 : $this->tempo->secondsBetween($onsetOfLast, $onset);
            $lasts = $this->tempo->secondsBetween($onset, $until);
            $quarters = $until - $onset;
            $hasGrace = false;
            foreach ($event->graceBefore as $number => $grace) {
                $events[] = $played = $this->eventAt($event, [$grace], [], $since, $rest, self::GRACE, 0.0, $number > 0);
                // What is left out leads nowhere.
                $hasGrace = $hasGrace || $played !== null;
                $rest = 0.0;
                $since = self::GRACE;
            }
            // With grace notes it is they that begin the stroke.
            $isSlurred = $hasGrace || $this->isSlurred($event->graceBefore[0] ?? $event->notes[0]);
            $events[] = $this->eventAt($event, $event->notes, $held, $since, $rest, $lasts, $quarters, $isSlurred);
            foreach ($event->graceAfter as $grace) {
                $events[] = $this->eventAt($event, [$grace], [], self::GRACE, 0.0, self::GRACE, 0.0, true);
            }
            $endOfLast = $until;
            $onsetOfLast = $onset;
        }

        return array_values(array_filter($events, static fn (?HandEvent $moment): bool => $moment !== null));
    }

    /**
     * @param list<int> $notes
     * @param list<int> $held
     */
    private function eventAt(
        Event $event,
        array $notes,
        array $held,
        float $since,
        float $rest,
        float $lasts,
        float $quarters,
        bool $isSlurred,
    ): ?HandEvent {
        $first = $this->part->notes[$notes[0]];
        $measure = $this->score->measures[$event->measure];
        $pitches = [];
        $pitched = [];
        foreach ($notes as $note) {
            $pitch = $this->part->notes[$note]->pitch;
            if ($pitch instanceof Pitch && !isset($this->leftOut[$note])) {
                $pitches[] = $pitch;
                $pitched[] = $note;
            }
        }
        if ($pitches === []) {
            return null;
        }
        $before = $this->score->measures[$event->measure - 1] ?? null;
        $onset = $event->onset->toFloat();

        return new HandEvent(
            $pitched,
            $pitches,
            $held,
            $event->measure,
            $onset,
            $since,
            $rest,
            $lasts,
            $quarters,
            $isSlurred,
            $event->offset->isZero() && ($measure->rehearsal !== null || ($before !== null && $before->endsSection)),
            $first->isGrace,
            $lasts > 1.0 && $this->dynamics->levelAt($onset) < 1.5,
            $first->harmonic,
            $this->part->keyIn($measure),
        );
    }

    private function isSlurred(int $note): bool
    {
        return $this->slurred->has($this->part->notes[$note]->id);
    }

    /** Whether everything an event plays is tied over from the one before. */
    private function isHeld(Line $line, int $index): bool
    {
        $before = $line->events[$index - 1] ?? null;
        $event = $line->events[$index];
        if (!$this->part->notes[$event->notes[0]]->tieStop) {
            return false;
        }
        if ($before === null || $event->graceBefore !== [] || $before->end()->isLessThan($event->onset)) {
            return false;
        }
        foreach ($event->notes as $note) {
            $pitch = $this->part->notes[$note]->pitch;
            $isTied = $this->part->notes[$note]->tieStop && $pitch !== null && array_filter(
                $before->notes,
                fn (int $other): bool => $this->part->notes[$other]->tieStart
                    && $this->part->notes[$other]->pitch?->semitone() === $pitch->semitone(),
            ) !== [];
            if (!$isTied) {
                return false;
            }
        }

        return true;
    }
}
