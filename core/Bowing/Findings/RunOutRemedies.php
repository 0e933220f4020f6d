<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\Settings\LongNotes;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\PlayedEvent;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\Remedy;

/**
 * Places where the bow could change inside a stroke that is too long: on a beat, never on the last beat before the next
 * entry, each part short enough for the bow; nearest to the middle first, strong beats before light ones.
 */
final readonly class RunOutRemedies
{
    private const MOST = 3;

    public function __construct(
        private Score $score,
        private Part $part,
        private Line $line,
        private BowLengths $lengths,
        private TempoMap $tempo,
        private LongNotes $school = LongNotes::Together,
    ) {
    }

    /** @return list<Remedy> */
    public function ways(Stroke $stroke, Direction $direction, Places $places): array
    {
        if (!$this->isTieChain($stroke)) {
            return $this->splits($stroke, $places);
        }
        $first = $this->line->events[$stroke->head()->event];
        $total = $this->needs($first->onset, $this->line->events[$stroke->last()->event]->end(), $stroke);
        $found = [];
        foreach ($this->beats($stroke) as [$event, $inside, $onset, $strength]) {
            $before = $this->needs($first->onset, $onset, $stroke);
            if (max($before, $total - $before) <= $this->lengths->hair()) {
                $balance = abs($before / max($total, 1e-6) - 0.5);
                $found[] = [$balance - 0.04 * $strength, $event, $inside];
            }
        }
        usort($found, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $ways = $this->staggered($found, $direction, $places);
        foreach (array_slice($found, 0, self::MOST - count($ways)) as [, $event, $inside]) {
            $id = $this->part->notes[$this->line->events[$event]->notes[0]]->id;
            $place = $places->nameOf($id, $inside);
            $new = $direction->opposite()->value;
            $where = $places->inWords($id, $inside);
            $ways[] = new Remedy("Everyone changes to {$new} at {$where}", ["{$place} change"], 'Everyone changes inside');
        }

        return $ways === [] ? $this->several($stroke, $direction, $places, $total) : $ways;
    }

    /**
     * Partners changing at different beats, so that no one hears it: the two best places, the outside player's first.
     *
     * @param list<array{float, int, Fraction}> $found best first
     * @return list<Remedy>
     */
    private function staggered(array $found, Direction $direction, Places $places): array
    {
        if ($this->school !== LongNotes::Staggered || count($found) < 2) {
            return [];
        }
        $pair = array_slice($found, 0, 2);
        usort($pair, static fn (array $a, array $b): int => [$a[1], $a[2]->toFloat()] <=> [$b[1], $b[2]->toFloat()]);
        $new = $direction->opposite()->value;
        [$outside, $inside] = array_map(fn (array $at): string => $places->nameOf(
            $this->part->notes[$this->line->events[$at[1]]->notes[0]]->id,
            $at[2],
        ), $pair);

        return [new Remedy(
            "Partners change apart: outside to {$new} at {$outside}, inside at {$inside}",
            ["{$outside} change {$new} @outside", "{$inside} change {$new} @inside"],
            'Partners change apart',
        )];
    }

    /**
     * As many changes as the length needs, each on the beat nearest to an equal share.
     *
     * @return list<Remedy>
     */
    private function several(Stroke $stroke, Direction $direction, Places $places, float $total): array
    {
        $beats = $this->beats($stroke);
        $first = $this->line->events[$stroke->head()->event];
        for ($parts = 3; $parts <= 8; $parts++) {
            $lines = $names = [];
            $done = 0.0;
            $new = $direction;
            $fits = true;
            for ($cut = 1; $cut < $parts; $cut++) {
                $best = null;
                $bestAt = 0.0;
                foreach ($beats as $beat) {
                    $at = $this->needs($first->onset, $beat[2], $stroke);
                    if ($at > $done && ($best === null || abs($at - $total * $cut / $parts) < abs($bestAt - $total * $cut / $parts))) {
                        [$best, $bestAt] = [$beat, $at];
                    }
                }
                $fits = $fits && $best !== null && $bestAt - $done <= $this->lengths->hair();
                if ($best === null) {
                    break;
                }
                $done = $bestAt;
                $new = $new->opposite();
                $id = $this->part->notes[$this->line->events[$best[0]]->notes[0]]->id;
                $lines[] = "{$places->nameOf($id, $best[1])} change";
                $names[] = $places->inWords($id, $best[1]);
            }
            if ($fits && $total - $done <= $this->lengths->hair()) {
                return [new Remedy('Everyone changes at ' . implode(' and ', $names), $lines, 'Everyone changes inside')];
            }
        }

        return [];
    }

    private function isTieChain(Stroke $stroke): bool
    {
        $pitch = null;
        foreach ($stroke->events as $played) {
            $note = $this->part->notes[$this->line->events[$played->event]->notes[0]];
            // A pitch that is struck again under a slur is another note: there the slur is split.
            if ($pitch !== null && (!$note->tieStop || $note->pitch?->semitone() !== $pitch->semitone())) {
                return false;
            }
            $pitch = $note->pitch;
        }

        return true;
    }

    /**
     * Splits of a slur in two that both fit.
     *
     * @return list<Remedy>
     */
    private function splits(Stroke $stroke, Places $places): array
    {
        $events = $stroke->events;
        $total = 0.0;
        foreach ($events as $played) {
            $total += $this->lengths->of($played->event)->slowest;
        }
        $found = [];
        $before = 0.0;
        for ($index = 1, $count = count($events); $index < $count; $index++) {
            $before += $this->lengths->of($events[$index - 1]->event)->slowest;
            if (max($before, $total - $before) <= $this->lengths->hair()) {
                $found[] = [abs($before / max($total, 1e-6) - 0.5), $index];
            }
        }
        usort($found, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $name = fn (PlayedEvent $played): string
            => $places->nameOf($this->id($played));
        $ways = [];
        foreach (array_slice($found, 0, self::MOST) as [, $index]) {
            $lines = ["{$name($events[0])} no slurs"];
            if ($index > 1) {
                $lines[] = "{$name($events[0])} slur {$name($events[$index - 1])}";
            }
            if ($index < count($events) - 1) {
                $lines[] = "{$name($events[$index])} slur {$name($events[count($events) - 1])}";
            }
            $where = $places->inWords($this->id($events[$index]));
            $ways[] = new Remedy("Split the slur: a new bow at {$where}", $lines);
        }

        return $ways === [] ? $this->manySplits($events, $name, $places) : $ways;
    }

    /**
     * As many bows as the slur needs, each as long as the hair allows.
     *
     * @param list<PlayedEvent> $events
     * @param callable(PlayedEvent): string $name
     * @return list<Remedy>
     */
    private function manySplits(array $events, callable $name, Places $places): array
    {
        $bows = [];
        $length = INF;
        foreach ($events as $played) {
            $needs = $this->lengths->of($played->event)->slowest;
            if ($needs > $this->lengths->hair()) {
                return [];
            }
            if ($length + $needs > $this->lengths->hair()) {
                $bows[] = [];
                $length = 0.0;
            }
            $bows[count($bows) - 1][] = $played;
            $length += $needs;
        }
        if (count($bows) < 2) {
            return [];
        }
        $lines = ["{$name($events[0])} no slurs"];
        foreach ($bows as $bow) {
            if (count($bow) > 1) {
                $lines[] = "{$name($bow[0])} slur {$name($bow[count($bow) - 1])}";
            }
        }
        $where = array_map(fn (array $bow): string => $places->inWords($this->id($bow[0])), array_slice($bows, 1));

        return [new Remedy('Split the slur: new bows at ' . implode(' and ', $where), $lines)];
    }

    private function id(PlayedEvent $played): string
    {
        return $this->part->notes[$this->line->events[$played->event]->notes[0]]->id;
    }

    /**
     * The beats inside a tie chain where a change may stand.
     *
     * @return list<array{int, Fraction, Fraction, int}> event, quarter notes into it, onset, strength of the beat
     */
    private function beats(Stroke $stroke): array
    {
        $end = $this->line->events[$stroke->last()->event]->end();
        $beats = [];
        foreach ($stroke->events as $position => $played) {
            $event = $this->line->events[$played->event];
            $measure = $this->score->measures[$event->measure];
            $pulse = $measure->meter->pulse();
            for ($offset = Fraction::zero(); $offset->isLessThan($event->offset->plus($event->duration)); $offset = $offset->plus($pulse)) {
                $inside = $offset->minus($event->offset);
                $onset = $event->onset->plus($inside);
                $isAfterStart = $inside->isPositive() || ($position > 0 && $inside->isZero());
                if ($isAfterStart && $onset->plus($pulse)->isLessThan($end)) {
                    $beats[] = [$played->event, $inside, $onset, $measure->meter->strengthAt($offset)];
                }
            }
        }

        return $beats;
    }

    /** Centimetres at the slowest speed between two onsets of the stroke. */
    private function needs(Fraction $from, Fraction $to, Stroke $stroke): float
    {
        $amount = $this->lengths->under($stroke);

        return $amount->seconds > 0.0 ? $amount->slowest * $this->tempo->seconds($from, $to) / $amount->seconds : 0.0;
    }
}
