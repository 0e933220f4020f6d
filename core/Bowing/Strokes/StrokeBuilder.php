<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Music\BowStyle;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlayingWords;
use UprightPencil\Music\Plucked;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;

/**
 * Gathers the events of a line into strokes, in playing order, so that a tie into a second ending joins what is
 * really played before it. Pizzicato has no stroke and counts as rest; tremolo has none and what follows starts anew.
 */
final class StrokeBuilder
{
    /** @var array<int, array<string, int>> strength of a place in the measure, by meter and place */
    private array $strengths = [];
    /** @var array<int, true> events that take no stroke */
    private readonly array $silent;
    /** @var array<int, true> */
    private readonly array $tremolo;
    private readonly Fraction $none;

    public function __construct(
        private readonly Score $score,
        private readonly Part $part,
        private readonly Line $line,
        private readonly SlurLinks $links,
        private readonly BowConstraints $constraints,
        private readonly BowLengths $lengths,
        private readonly TempoMap $tempo,
        private readonly PlayingWords $words,
    ) {
        $this->none = Fraction::zero();
        $this->tremolo = $this->eventsWithTremolo();
        $this->silent = $this->pizzicato() + $this->tremolo;
    }

    /** @return list<Stroke> */
    public function build(UnrolledLine $unrolled): array
    {
        $strokes = [];
        $group = [];
        $link = SlurLink::None;
        $before = null;
        $afterTremolo = false;
        foreach ($unrolled->events as $played) {
            if (isset($this->silent[$played->event])) {
                if ($group !== []) {
                    $strokes[] = $this->stroke($group, $link, $before, $afterTremolo, $unrolled);
                    $before = $group[count($group) - 1];
                    $group = [];
                    $afterTremolo = false;
                }
                $afterTremolo = $afterTremolo || isset($this->tremolo[$played->event]);
                continue;
            }
            $previous = $group === [] ? null : $group[count($group) - 1];
            $held = $previous === null
                ? SlurLink::None
                : $this->links->between($previous->event, $played->event, $played->isLeap);
            $isBroken = $this->constraints->fixes($played->event) || $held === SlurLink::Hook || $held === SlurLink::None;
            if ($previous !== null && !$isBroken) {
                $group[] = $played;
                continue;
            }
            if ($group !== []) {
                $strokes[] = $this->stroke($group, $link, $before, $afterTremolo, $unrolled);
                $before = $previous;
                $afterTremolo = false;
            }
            $group = [$played];
            $link = $held;
        }
        if ($group !== []) {
            $strokes[] = $this->stroke($group, $link, $before, $afterTremolo, $unrolled);
        }

        return $strokes;
    }

    public function isSilent(int $event): bool
    {
        return isset($this->silent[$event]);
    }

    /**
     * @param non-empty-list<PlayedEvent> $group
     */
    private function stroke(array $group, SlurLink $link, ?PlayedEvent $before, bool $afterTremolo, UnrolledLine $unrolled): Stroke
    {
        $head = $group[0];
        $printed = $this->line->events[$head->event];
        $measure = $this->score->measures[$printed->measure];
        $isContiguous = $before === null || $before->end()->compare($head->onset) >= 0;
        $gap = $isContiguous ? $this->none : $head->onset->minus($before->end());
        [$onDownbeat, $overDownbeat] = $this->downbeat($group, $unrolled);
        $amount = $this->lengths->together($group);

        return new Stroke(
            $group,
            $link,
            $gap,
            $isContiguous ? 0.0 : $this->gapSeconds($gap, $before, $head),
            $this->afresh($head, $before, $gap, $afterTremolo, $unrolled),
            $onDownbeat,
            $overDownbeat,
            $this->strength($measure, $printed->offset),
            $amount->seconds,
            min($amount->comfortable, $this->lengths->hair()),
            count($group) === 1 && $this->has($head->event, static fn (Note $note): bool => $note->isShortened()),
            $this->has($head->event, static fn (Note $note): bool => $note->has('accent', 'strong-accent')),
        );
    }

    private function strength(Measure $measure, Fraction $offset): int
    {
        $isPickup = $measure->index === 0;
        if ($offset->isZero() && !$isPickup) {
            return 3;
        }
        $meter = 2 * spl_object_id($measure->meter) + (int) $isPickup;

        return $this->strengths[$meter]["{$offset}"] ??= $measure->beatStrengthAt($offset);
    }

    private function afresh(
        PlayedEvent $head,
        ?PlayedEvent $before,
        Fraction $gap,
        bool $afterTremolo,
        UnrolledLine $unrolled,
    ): ?FreshStartCause {
        if ($before === null) {
            return FreshStartCause::Beginning;
        }
        if ($afterTremolo) {
            return FreshStartCause::Tremolo;
        }
        if (!$gap->isPositive()) {
            return null;
        }
        $measure = $this->score->measures[$this->line->events[$head->event]->measure];
        if ($gap->compare($measure->meter->length()) >= 0) {
            return FreshStartCause::LongRest;
        }
        foreach (self::measuresWithin($unrolled, $before->end(), $head->onset) as $visited) {
            if ($visited->hasRehearsal) {
                return FreshStartCause::RehearsalMark;
            }
        }

        return null;
    }

    /**
     * @param non-empty-list<PlayedEvent> $group
     * @return array{bool, bool}
     */
    private function downbeat(array $group, UnrolledLine $unrolled): array
    {
        $head = $group[0];
        $on = $unrolled->measures[$head->visit]->hasDownbeat && $this->line->events[$head->event]->offset->isZero();
        $over = $on;
        if (!$on) {
            $last = $group[count($group) - 1];
            $end = $last->end();
            for ($visit = $head->visit + 1; !$over && isset($unrolled->measures[$visit]); $visit++) {
                $measure = $unrolled->measures[$visit];
                if ($visit > $last->visit && $measure->onset->compare($end) >= 0) {
                    break;
                }
                $over = $measure->hasDownbeat;
            }
        }

        return [$on, $over];
    }

    /** @return list<VisitedMeasure> */
    private static function measuresWithin(UnrolledLine $unrolled, Fraction $from, Fraction $to): array
    {
        $low = 0;
        $high = count($unrolled->measures);
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($unrolled->measures[$middle]->onset->isLessThan($from)) {
                $low = $middle + 1;
            } else {
                $high = $middle;
            }
        }
        $found = [];
        for ($index = $low; isset($unrolled->measures[$index]); $index++) {
            if ($unrolled->measures[$index]->onset->isMoreThan($to)) {
                break;
            }
            $found[] = $unrolled->measures[$index];
        }

        return $found;
    }

    private function gapSeconds(Fraction $gap, PlayedEvent $before, PlayedEvent $head): float
    {
        $end = $this->line->events[$before->event]->end();
        $next = $this->line->events[$head->event]->onset;
        if (!$head->isLeap && $end->compare($next) <= 0) {
            return $this->tempo->seconds($end, $next);
        }

        return $gap->toFloat() * 60.0 / $this->tempo->quartersPerMinuteAt($next);
    }

    /** @param callable(Note): bool $is */
    private function has(int $event, callable $is): bool
    {
        foreach ($this->line->events[$event]->notes as $note) {
            if ($this->part->notes[$note]->articulations !== [] && $is($this->part->notes[$note])) {
                return true;
            }
        }

        return false;
    }

    /** @return array<int, true> */
    private function pizzicato(): array
    {
        $plucked = Plucked::of($this->score->measures, $this->part);
        $silent = [];
        foreach ($plucked->isNever() ? [] : $this->line->events as $index => $event) {
            if ($plucked->isAt($event->onset->toFloat())) {
                $silent[$index] = true;
            }
        }

        return $silent;
    }

    /** @return array<int, true> */
    private function eventsWithTremolo(): array
    {
        $events = [];
        foreach ($this->line->events as $index => $event) {
            if ($this->words->styleAt($event->onset->toFloat()) === BowStyle::Tremolo) {
                $events[$index] = true;
            }
            foreach ($event->notes as $note) {
                if ($this->part->notes[$note]->tremolo) {
                    $events[$index] = true;
                }
            }
        }

        return $events;
    }
}
