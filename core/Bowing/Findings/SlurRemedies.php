<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\Directions\Decisions;
use UprightPencil\Bowing\Directions\StrokeDirections;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\PlayedEvent;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Review\Remedy;

/**
 * Ways out that change the strokes themselves: a slur joined, a slur taken out, another start. Each is played through the line
 * from the stroke that stays to the one that is to turn, and offered only when that one then goes the way that is wanted.
 */
final readonly class SlurRemedies
{
    /** Strokes looked at before the note in question. */
    private const REACH = 6;
    /** Ways of this kind that are offered. */
    private const MOST = 2;

    public function __construct(
        private Part $part,
        private Line $line,
        private BowConstraints $constraints,
        private Decisions $decisions,
        private BowSettings $settings,
    ) {
    }

    /**
     * @param list<Stroke> $strokes as they are now
     * @param int $from the stroke that must stay as it is; a start that nothing fixes may turn
     * @param int $to the stroke that is to turn
     * @param bool $mayTurnStart whether the first of them takes its direction from the start rule
     * @param (callable(list<Stroke>, int, int): bool)|null $isClear given all strokes as they would be, from where on they are other
     *     ones, and by how many there are more: whether all is well with them
     * @return list<Remedy> nearest first
     */
    public function ways(
        array $strokes,
        StrokeDirections $directions,
        int $from,
        int $to,
        Direction $wanted,
        Places $places,
        bool $mayTurnStart,
        ?callable $isClear = null,
    ): array {
        // What lies further back than anything that is tried goes as it goes.
        $begin = max($from, $to - self::REACH - 1);
        $stretch = array_slice($strokes, $begin, $to - $begin + 1);
        $last = count($stretch) - 1;
        $entering = $directions->starts[$begin];
        $ways = [];
        for ($index = $last; $index > max(0, $last - self::REACH) && count($ways) < self::MOST; $index--) {
            foreach ([$this->join($stretch, $index, $places), $this->split($stretch, $index - 1, $places)] as $try) {
                if ($try === null || !$this->goes($try[1], $entering, $wanted)) {
                    continue;
                }
                $all = $isClear === null ? [] : [...array_slice($strokes, 0, $begin), ...$try[1], ...array_slice($strokes, $to + 1)];
                if ($isClear === null || $isClear($all, $begin + $index, count($try[1]) - count($stretch))) {
                    $ways[] = $try[0];
                }
            }
        }
        $turned = $directions->starts[$from]->opposite();
        if ($mayTurnStart && $this->goes(array_slice($strokes, $from, $to - $from + 1), $turned, $wanted)) {
            $place = $places->nameOf($this->id($strokes[$from]->head()));
            $start = $turned->value;
            $ways[] = new Remedy("Start {$start} at " . $places->inWords($this->id($strokes[$from]->head())), ["{$place} {$start}"]);
        }

        return $ways;
    }

    /**
     * Two strokes under one new slur: neighbours without a rest between.
     *
     * @param list<Stroke> $strokes
     * @return array{Remedy, list<Stroke>}|null
     */
    private function join(array $strokes, int $index, Places $places): ?array
    {
        $one = $strokes[$index - 1] ?? null;
        $other = $strokes[$index];
        $isNext = !$other->head()->isLeap && !$other->hasRestBefore();
        $isJoinable = $one !== null && $isNext && $other->freshStart === null && $other->link === SlurLink::None
            && count($one->events) === 1 && count($other->events) === 1 && !$this->constraints->fixes($other->head()->event);
        if (!$isJoinable || $this->pitch($one->head()) === $this->pitch($other->head())) {
            return null;
        }
        $from = $places->nameOf($this->id($one->head()));
        $to = $places->nameOf($this->id($other->head()));
        $joined = $strokes;
        array_splice($joined, $index - 1, 2, [$one->with($other->events)]);

        $where = $places->betweenInWords($this->id($one->head()), $this->id($other->head()));

        return [new Remedy("Slur {$where}", ["{$from} slur {$to}"]), $joined];
    }

    /**
     * A slur of two taken out.
     *
     * @param list<Stroke> $strokes
     * @return array{Remedy, list<Stroke>}|null
     */
    private function split(array $strokes, int $index, Places $places): ?array
    {
        $stroke = $strokes[$index] ?? null;
        if ($stroke === null || count($stroke->events) !== 2 || $this->pitch($stroke->events[0]) === $this->pitch($stroke->events[1])) {
            return null;
        }
        $place = $places->nameOf($this->id($stroke->head()));
        $split = $strokes;
        array_splice($split, $index, 1, [$stroke->first(), $stroke->rest()]);

        return [new Remedy('Take the slur out at ' . $places->inWords($this->id($stroke->head())), ["{$place} no slurs"]), $split];
    }

    /** @param list<Stroke> $strokes the stretch as it would be, the stroke in question last */
    private function goes(array $strokes, Direction $entering, Direction $wanted): bool
    {
        $directions = StrokeDirections::along($strokes, $this->constraints, $this->decisions, $this->settings, $entering);
        $last = count($strokes) - 1;

        return $directions->starts[$last] === $wanted && !$directions->isForced($last);
    }

    private function id(PlayedEvent $played): string
    {
        return $this->part->notes[$this->line->events[$played->event]->notes[0]]->id;
    }

    private function pitch(PlayedEvent $played): ?int
    {
        return $this->part->notes[$this->line->events[$played->event]->notes[0]]->pitch?->semitone();
    }
}
