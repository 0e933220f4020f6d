<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Review\WayOut;

/** Finds ways out of a wrong direction and offers only those that, tried on the whole road, really clear it. */
final readonly class WaysOut
{
    private const MOST = 4;

    /** @var list<Stroke> */
    private array $strokes;
    private Facts $facts;
    private Decisions $decisions;
    private Candidates $candidates;

    public function __construct(
        private Part $part,
        private Line $line,
        private Solution $solution,
        private Places $places,
        private BowSettings $settings,
    ) {
        $this->strokes = $solution->strokes;
        $this->facts = $solution->facts;
        $this->decisions = $solution->decisions;
        $this->candidates = $solution->candidates;
    }

    /**
     * @param callable(Road): bool $isClear whether a road no longer has the fault
     * @param int $pass 0 for marks on every pass, else marks for that pass alone
     * @return list<WayOut> cheapest first
     */
    public function between(int $after, int $upTo, callable $isClear, int $pass = 0): array
    {
        $ways = [];
        foreach ($this->candidates->between($after, $upTo) as $candidate) {
            if (!$isClear($this->solution->with($candidate, $pass))) {
                continue;
            }
            $ways[] = $this->way($candidate, $this->strokes[$candidate->stroke]->head()->event, $pass);
            if (count($ways) >= self::MOST) {
                break;
            }
        }

        return $ways;
    }

    /**
     * Ways to bring one stroke right between two that stay: only the road from the one to the other is driven.
     *
     * @param callable(Direction, bool): bool $isClear given how the last stroke would go, and whether only a fact makes it so
     * @return list<WayOut> cheapest first
     */
    public function within(int $from, int $to, Direction $entering, callable $isClear): array
    {
        $now = Road::drive(array_slice($this->strokes, $from, $to - $from + 1), $this->facts, $this->decisions, $this->settings, $entering);
        $ways = [];
        foreach ($this->candidates->between($from, $to) as $candidate) {
            $head = $this->strokes[$candidate->stroke]->head();
            $try = $this->decisions->with($head->event, $candidate->join, '');
            // Up to the stroke before the candidate everything goes as it goes.
            $begin = max($from, $candidate->stroke - 1);
            $stretch = array_slice($this->strokes, $begin, $to - $begin + 1);
            $last = count($stretch) - 1;
            $road = Road::drive($stretch, $this->facts, $try, $this->settings, $now->directions[$begin - $from]);
            if ($isClear($road->directions[$last], $road->isForced($last))) {
                $ways[] = $this->way($candidate, $head->event, 0);
            }
            if (count($ways) >= self::MOST) {
                break;
            }
        }

        return $ways;
    }

    private function way(Candidate $candidate, int $event, int $pass): WayOut
    {
        $place = $this->place($event);
        $times = $pass === 0 ? '' : " {$pass}x";
        $suffix = $candidate->why === '' ? '' : " ({$candidate->why})";
        if ($candidate->join === Join::Retake) {
            return new WayOut(
                ($pass === 0 ? "Retake before {$place}" : "Retake before {$place}, the second time only") . $suffix,
                ["{$place} retake{$times}"],
            );
        }
        $before = $this->place($this->strokes[$candidate->stroke - 1]->last()->event);

        return new WayOut("Hook {$before} to {$place}{$suffix}", ["{$place} hook{$times}"]);
    }

    private function place(int $event): string
    {
        return $this->places->nameOf($this->part->notes[$this->line->events[$event]->notes[0]]->id);
    }
}
