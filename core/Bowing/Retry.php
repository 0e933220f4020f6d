<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Marks\Kind;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\WayOut;
use UprightPencil\Roadmap\Roadmap;

/**
 * Ways out that change the strokes themselves: a slur joined, a slur taken out, another start. Each is tried on the whole
 * road, built anew with its marks, and offered only when the note in question then goes the way that is wanted.
 */
final readonly class Retry
{
    /** Strokes looked at before the note in question. */
    private const REACH = 6;
    /** Ways of this kind that are offered. */
    private const MOST = 2;

    public function __construct(
        private Score $score,
        private Part $part,
        private Line $line,
        private MarkBook $book,
        private TempoMap $tempo,
        private BowUse $use,
        private BowSettings $settings,
        private Roadmap $roadmap,
        private string $chair,
    ) {
    }

    /**
     * @param list<Stroke> $strokes as they are now
     * @param int $from the stroke that must stay as it is; a start that nothing fixes may turn
     * @param int $to the stroke that is to turn
     * @param bool $mayTurnStart whether the first of them takes its direction from the start rule
     * @return list<WayOut> nearest first
     */
    public function ways(array $strokes, int $from, int $to, Direction $wanted, Places $places, bool $mayTurnStart): array
    {
        $target = $strokes[$to]->head()->event;
        $ways = [];
        for ($index = $to; $index > max($from, $to - self::REACH) && count($ways) < self::MOST; $index--) {
            foreach ([$this->join($strokes, $index, $places), $this->split($strokes, $index - 1, $places)] as $try) {
                if ($try !== null && $this->goes($target, $wanted, $try[1])) {
                    $ways[] = $try[0];
                }
            }
        }
        if ($mayTurnStart) {
            $turn = $this->start($strokes[$from], $wanted, $target, $places);
            $ways = $turn === null ? $ways : [...$ways, $turn];
        }

        return $ways;
    }

    /**
     * Two strokes under one new slur: neighbours without a rest between, in one measure.
     *
     * @param list<Stroke> $strokes
     * @return array{WayOut, list<Mark>}|null
     */
    private function join(array $strokes, int $index, Places $places): ?array
    {
        $one = $strokes[$index - 1] ?? null;
        $other = $strokes[$index];
        $isJoinable = $one !== null && !$other->hasRestBefore() && $other->afresh === null && $other->link === Link::None
            && count($one->events) === 1 && count($other->events) === 1;
        if (!$isJoinable || $this->pitch($one->head()) === $this->pitch($other->head())) {
            return null;
        }
        $from = $this->id($one->head());
        $to = $this->id($other->head());
        $kind = new Kind\SlurTo($places->nameOf($to));
        $line = "{$places->nameOf($from)} slur {$places->nameOf($to)}";

        return [
            new WayOut("Slur {$places->nameOf($from)} to {$places->nameOf($to)}", [$line]),
            [new Mark('', [$kind], $from, $from, targets: [$to])],
        ];
    }

    /**
     * A slur of two taken out.
     *
     * @param list<Stroke> $strokes
     * @return array{WayOut, list<Mark>}|null
     */
    private function split(array $strokes, int $index, Places $places): ?array
    {
        $stroke = $strokes[$index] ?? null;
        if ($stroke === null || count($stroke->events) !== 2 || $this->pitch($stroke->events[0]) === $this->pitch($stroke->events[1])) {
            return null;
        }
        $id = $this->id($stroke->head());

        return [
            new WayOut("Take the slur out at {$places->nameOf($id)}", ["{$places->nameOf($id)} no slurs"]),
            [new Mark('', [new Kind\NoSlurs()], $id, $id)],
        ];
    }

    private function start(Stroke $first, Direction $wanted, int $target, Places $places): ?WayOut
    {
        $id = $this->id($first->head());
        foreach (Direction::cases() as $direction) {
            if ($this->goes($target, $wanted, [new Mark('', [new Kind\Bow($direction)], $id, $id)])) {
                return new WayOut("Start {$direction->value} at {$places->nameOf($id)}", ["{$places->nameOf($id)} {$direction->value}"]);
            }
        }

        return null;
    }

    /** @param list<Mark> $marks */
    private function goes(int $event, Direction $wanted, array $marks): bool
    {
        $book = $this->book->with($this->part, ...$marks);
        $links = Links::of($this->part, $this->line, $book);
        $facts = new Facts($this->part, $this->line, $book, $this->chair);
        $builder = new StrokeBuilder($this->score, $this->part, $this->line, $links, $facts, $this->use, $this->tempo);
        $strokes = $builder->build(Playing::of($this->line, $this->score->measures, $this->roadmap));
        $candidates = new Candidates($this->score, $this->part, $this->line, $strokes, $facts, $this->settings);
        $decisions = (new Mender($strokes, $facts, $candidates, $this->settings))->decide();
        $road = Road::drive($strokes, $facts, $decisions, $this->settings);
        foreach ($strokes as $index => $stroke) {
            if ($stroke->head()->event === $event) {
                return $road->directions[$index] === $wanted && !$road->isForced($index) && $road->problems === [];
            }
        }

        return false;
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
