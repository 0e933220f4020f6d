<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\Directions\BowingSolution;
use UprightPencil\Bowing\Directions\Decisions;
use UprightPencil\Bowing\Directions\RepeatCandidate;
use UprightPencil\Bowing\Directions\RepeatCandidates;
use UprightPencil\Bowing\Directions\StrokeDirections;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Review\Remedy;

/** Finds ways out of a wrong direction and offers only those that clear it when the whole line is worked out with them. */
final readonly class TurnRemedies
{
    private const MOST = 4;

    /** @var list<Stroke> */
    private array $strokes;
    private BowConstraints $constraints;
    private Decisions $decisions;
    private RepeatCandidates $candidates;

    public function __construct(
        private Part $part,
        private Line $line,
        private BowingSolution $solution,
        private Places $places,
        private BowSettings $settings,
    ) {
        $this->strokes = $solution->strokes;
        $this->constraints = $solution->constraints;
        $this->decisions = $solution->decisions;
        $this->candidates = $solution->candidates;
    }

    /**
     * @param callable(StrokeDirections): bool $isClear whether the directions no longer have the fault
     * @param int $pass 0 for marks on every pass, else marks for that pass alone
     * @param int $tries how many are tried at most, the cheapest first
     * @return list<Remedy> cheapest first
     */
    public function between(int $after, int $upTo, callable $isClear, int $pass = 0, int $tries = PHP_INT_MAX): array
    {
        return $this->clearing(array_slice($this->candidates->between($after, $upTo), 0, $tries), $isClear, $pass, 0);
    }

    /**
     * Ways to bring a later time through right: marks for every time in what is repeated, and marks for that time alone at the sign;
     * a hook at the sign comes last of all.
     *
     * @param int $first where it came the time before
     * @param int $again where it comes again
     * @param callable(StrokeDirections): bool $isClear whether the directions no longer differ
     * @param int $pass the time it comes again
     * @param int $tries how many are tried at most, the cheapest first
     * @return list<Remedy> cheapest first
     */
    public function leadingBack(int $first, int $again, callable $isClear, int $pass, int $tries): array
    {
        $atSign = $hooks = [];
        foreach ($this->candidates->between($again - 1, $again) as $candidate) {
            if ($candidate->connection === BowConnection::Retake) {
                $atSign[] = $candidate;
            } else {
                $hooks[] = $candidate;
            }
        }
        $all = [...$atSign, ...$this->candidates->between($first, $again - 1)];
        usort($all, static fn (RepeatCandidate $a, RepeatCandidate $b): int => $a->price <=> $b->price);

        return $this->clearing([...array_slice($all, 0, $tries), ...$hooks], $isClear, $pass, $again);
    }

    /**
     * @param list<RepeatCandidate> $candidates
     * @param callable(StrokeDirections): bool $isClear
     * @param int $from strokes from here on are marked for the pass alone, those before for every one
     * @return list<Remedy>
     */
    private function clearing(array $candidates, callable $isClear, int $pass, int $from): array
    {
        $ways = [];
        foreach ($candidates as $candidate) {
            $for = $candidate->stroke < $from ? 0 : $pass;
            if (!$isClear($this->solution->with($candidate, $for))) {
                continue;
            }
            $ways[] = $this->way($candidate, $this->strokes[$candidate->stroke]->head()->event, $for);
            if (count($ways) >= self::MOST) {
                break;
            }
        }

        return $ways;
    }

    /**
     * Ways to bring one stroke right between two that stay: only the strokes from the one to the other are worked out.
     *
     * @param callable(Direction, bool): bool $isClear given how the last stroke would go, and whether only a mark or a sign makes it so
     * @return list<Remedy> cheapest first
     */
    public function within(int $from, int $to, Direction $entering, callable $isClear): array
    {
        $strokes = array_slice($this->strokes, $from, $to - $from + 1);
        $now = StrokeDirections::along($strokes, $this->constraints, $this->decisions, $this->settings, $entering);
        $ways = [];
        foreach ($this->candidates->between($from, $to) as $candidate) {
            $head = $this->strokes[$candidate->stroke]->head();
            $try = $this->decisions->with($head->event, $candidate->connection, '');
            // Up to the stroke before the candidate everything goes as it goes.
            $begin = max($from, $candidate->stroke - 1);
            $stretch = array_slice($this->strokes, $begin, $to - $begin + 1);
            $last = count($stretch) - 1;
            $directions = StrokeDirections::along($stretch, $this->constraints, $try, $this->settings, $now->starts[$begin - $from]);
            if ($isClear($directions->starts[$last], $directions->isForced($last))) {
                $ways[] = $this->way($candidate, $head->event, 0);
            }
            if (count($ways) >= self::MOST) {
                break;
            }
        }

        return $ways;
    }

    private function way(RepeatCandidate $candidate, int $event, int $pass): Remedy
    {
        $place = $this->place($event);
        $times = $pass === 0 ? '' : " {$pass}x";
        $suffix = $candidate->why === '' ? '' : " ({$candidate->why})";
        $only = $pass === 0 ? '' : ', the second time only';
        if ($candidate->connection === BowConnection::Retake) {
            $where = $this->places->inWords($this->id($event));

            return new Remedy("Retake before {$where}{$only}{$suffix}", ["{$place} retake{$times}"]);
        }
        $where = $this->places->betweenInWords($this->id($this->strokes[$candidate->stroke - 1]->last()->event), $this->id($event));

        return new Remedy("Hook {$where}{$only}{$suffix}", ["{$place} hook{$times}"]);
    }

    private function id(int $event): string
    {
        return $this->part->notes[$this->line->events[$event]->notes[0]]->id;
    }

    private function place(int $event): string
    {
        return $this->places->nameOf($this->id($event));
    }
}
