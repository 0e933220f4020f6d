<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;

/**
 * Decides hooks and retakes: phrase by phrase, from one fresh start to the next, all goals of a phrase weighed together. A figure
 * that comes again gets the answer it had before.
 */
final readonly class PhraseSolver
{
    /** How many strokes back a goal may be prepared. */
    public const REACH = 32;

    private DirectionGoals $goals;

    /** @param list<Stroke> $strokes */
    public function __construct(
        private array $strokes,
        private BowConstraints $constraints,
        private RepeatCandidates $candidates,
        private RepeatedFigures $figures,
        private Landmarks $landmarks,
        private BowSettings $settings,
    ) {
        $this->goals = DirectionGoals::of($strokes, $constraints, $settings, $landmarks);
    }

    /** Whether there is anything to decide. */
    public function hasGoals(): bool
    {
        return $this->goals->strokes() !== [];
    }

    /** The directions of the whole line, as decided. */
    public function solve(): SolvedDirections
    {
        $decisions = new Decisions();
        $directions = $this->decide($decisions);
        $directions->upTo(count($this->strokes) - 1);

        return new SolvedDirections($decisions, $directions);
    }

    /** @param Decisions $decisions empty; what is decided is added */
    private function decide(Decisions $decisions): StrokeDirections
    {
        $targets = $this->goals->strokes();
        if ($targets === []) {
            return StrokeDirections::begin($this->strokes, $this->constraints, $decisions, $this->settings);
        }
        $directions = StrokeDirections::begin($this->strokes, $this->constraints, $decisions, $this->settings);
        $starts = new StartRule($this->strokes, $this->constraints, $decisions);
        $next = 0;
        foreach ($this->phrases($directions) as [$first, $last]) {
            $here = [];
            while (isset($targets[$next]) && $targets[$next] <= $last) {
                $here[] = $targets[$next++];
            }
            $isFresh = $directions->startsAfresh($first);
            $start = $isFresh ? $starts->leadsTo($first) : null;
            if ($here === [] || ($start !== null && $start->stroke > $last)) {
                continue;
            }
            $directions->upTo($first - 1);
            $goals = $start === null ? $this->goals : $this->goals->leadingTo($start->stroke, $start->direction);
            $source = $this->landmarks->at($last)?->source;
            if ($source !== null) {
                $goals = $goals->returning($last, $directions->starts[$source]);
            }
            foreach ($this->turns($first, $last, $isFresh ? null : $directions->starts[$first - 1], $goals, $here) as $target => $turn) {
                $what = $turn->connection === BowConnection::Retake ? 'retaken' : 'hooked';
                $isHere = $turn->stroke === $target;
                $at = $isHere ? '' : " at {$this->candidates->place($target)}";
                $but = str_starts_with($turn->why, 'but ') ? ', ' : ': ';
                $event = $this->strokes[$target]->head()->event;
                $turned = $this->strokes[$turn->stroke]->head()->event;
                $decisions->add(
                    $turned,
                    $turn->connection,
                    "{$what} so that {$this->goals->words($target, $at)}" . ($turn->why === '' ? '' : "{$but}{$turn->why}"),
                    $isHere ? null : $event,
                );
                if (!$isHere) {
                    $decisions->serve($event, "{$what} at {$this->candidates->place($turn->stroke)} for it", $turned);
                }
            }
        }

        return $directions;
    }

    /**
     * Stretches from one fresh start to the next, played for the first time: what comes again goes as it was decided. Where a
     * passage begins that returns, and where it returns, one ends too: how it began must be known by then.
     *
     * @return list<array{int, int}> first and last stroke
     */
    private function phrases(StrokeDirections $directions): array
    {
        $phrases = [];
        $first = null;
        foreach ($this->strokes as $index => $stroke) {
            $isAgain = $stroke->head()->pass > 1;
            if ($first !== null && ($isAgain || $directions->startsAfresh($index))) {
                $phrases[] = [$first, $index - 1];
                $first = null;
            }
            if (!$isAgain) {
                $first ??= $index;
                if ($this->landmarks->isOfPassage($index)) {
                    $phrases[] = [$first, $index];
                    $first = null;
                }
            }
        }
        if ($first !== null) {
            $phrases[] = [$first, count($this->strokes) - 1];
        }

        return $phrases;
    }

    /**
     * Where the bow of a phrase goes the same way again.
     *
     * @param Direction|null $before how the stroke before the phrase goes; null where the phrase starts anew
     * @param non-empty-list<int> $targets strokes of the phrase that have a goal
     * @return array<int, RepeatCandidate> by the stroke it is done for
     */
    private function turns(int $first, int $last, ?Direction $before, DirectionGoals $goals, array $targets): array
    {
        $possible = [];
        $next = count($targets) - 1;
        for ($index = $targets[$next]; $index > $first || ($index === $first && $before !== null); $index--) {
            $next -= $next > 0 && $targets[$next - 1] >= $index ? 1 : 0;
            $isKept = $index <= ($this->landmarks->at($targets[$next])->keeps ?? -1)
                || (!$this->strokes[$index]->hasRestBefore() && $this->isInsideReturn($index, $targets[$next]));
            $isAsked = $this->settings->school === BowSchool::Downbeat || !$this->goals->isOfLandmark($targets[$next]);
            $possible[$index] = $isKept || (!$isAsked && !$this->candidates->mayGoUnheard($index))
                ? null
                : $this->candidates->at($index, $targets[$next])[0] ?? null;
        }
        $from = $before === null ? $first : $first - 1;
        $turns = [];
        $next = 0;
        $solved = DirectionPath::through($this->strokes, $from, $last, $before, $this->constraints, $goals, $possible, $this->settings);
        foreach ($solved as $turn) {
            while ($targets[$next] < $turn->stroke && isset($targets[$next + 1])) {
                $next++;
            }
            $target = $targets[$next];
            // Between the goal before, or what is fixed since, and this one the turn may stand anywhere.
            $kept = max(
                $this->lastFixedBetween($targets[$next - 1] ?? $from, $turn->stroke),
                $this->landmarks->at($target)->keeps ?? -1,
            );
            $turn = $this->figures->again($this->candidates->between($kept, $target), $target) ?? $turn;
            $this->figures->remember($turn, $target);
            $turns[$target] = $turn;
        }

        return $turns;
    }

    /**
     * Whether a turn would make a passage that comes again go on otherwise than it went, for the sake of something after it. In a rest the
     * bow may be carried back there all the same: nobody hears that.
     */
    private function isInsideReturn(int $index, int $target): bool
    {
        return $this->landmarks->isInsideReturn($index)
            && !$this->landmarks->isInsideReturn($target)
            && $this->goals->isOfLandmark($target);
    }

    /** The last stroke of a stretch before another whose direction is printed or marked; its first where there is none. */
    private function lastFixedBetween(int $first, int $before): int
    {
        for ($at = $before - 1; $at > $first; $at--) {
            $head = $this->strokes[$at]->head();
            if ($this->constraints->direction($head->event, $head->pass) !== null) {
                return $at;
            }
        }

        return $first;
    }

    /** The last stroke before another whose direction does not come from the one before it. */
    public function lastFixed(int $index, StrokeDirections $directions): int
    {
        for ($at = $index - 1; $at > max(0, $index - self::REACH); $at--) {
            $head = $this->strokes[$at]->head();
            if ($directions->startsAfresh($at) || $this->constraints->direction($head->event, $head->pass) !== null) {
                return $at;
            }
        }

        return max(0, $index - self::REACH);
    }

    public function strokeOf(int $event): ?int
    {
        foreach ($this->strokes as $index => $stroke) {
            if ($stroke->head()->event === $event) {
                return $index;
            }
        }

        return null;
    }
}
