<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Music\Direction;

/**
 * Decides hooks and retakes: to reach the director's goals, and, in the school "down on the downbeat", to bring
 * downbeats down where that is cheap. Works from left to right, since everything after a repeat turns over. A figure that
 * comes again gets the answer it had before.
 */
final readonly class Mender
{
    /** How many strokes back a goal may be prepared. */
    public const REACH = 32;

    /** @param list<Stroke> $strokes */
    public function __construct(
        private array $strokes,
        private Facts $facts,
        private Candidates $candidates,
        private Precedents $precedents,
        private BowSettings $settings,
    ) {
    }

    public function decide(): Decisions
    {
        $decisions = new Decisions();
        if ($this->settings->school === BowSchool::Downbeat) {
            $this->mendDownbeats($decisions);
        }

        return $this->reachGoals($decisions);
    }

    private function mendDownbeats(Decisions $decisions): void
    {
        $road = Road::drive($this->strokes, $this->facts, $decisions, $this->settings);
        // How often the road has been turned over since it was driven.
        $isTurned = false;
        $kept = 0;
        foreach ($this->strokes as $index => $stroke) {
            $head = $stroke->head();
            if ($road->startsAfresh($index) || $this->facts->direction($head->event, $head->pass) !== null) {
                $isTurned = false;
                $kept = $index;
                continue;
            }
            if ($decisions->at($head->event) !== null && $head->pass > 1) {
                // Decided on an earlier pass and not in the road that was driven: it turns this pass too.
                $isTurned = !$isTurned;
            }
            if (!$stroke->onDownbeat) {
                continue;
            }
            $direction = $road->directions[$index]->flippedIf($isTurned);
            if ($direction === Direction::Up && $head->pass === 1) {
                $best = $this->precedents->first($this->candidates->between($kept, $index), $index)[0] ?? null;
                if ($best !== null && $best->price < $this->settings->mendsBelow) {
                    $this->precedents->remember($best, $index);
                    $decisions->add(
                        $this->strokes[$best->stroke]->head()->event,
                        $best->join,
                        self::why($best, 'so that the downbeat comes down'),
                    );
                    $isTurned = !$isTurned;
                    $direction = Direction::Down;
                }
            }
            if ($direction === Direction::Down) {
                $kept = $index;
            }
        }
    }

    private function reachGoals(Decisions $decisions): Decisions
    {
        $reached = [];
        foreach ($this->facts->goalEvents() as $event) {
            $index = $this->strokeOf($event);
            $goal = $index === null ? null : $this->facts->goal($event, $this->strokes[$index]->head()->pass);
            if ($index === null || $goal === null) {
                continue;
            }
            $road = Road::drive($this->strokes, $this->facts, $decisions, $this->settings);
            if ($road->directions[$index] !== $goal['direction']) {
                $after = $this->lastFixed($index, $road);
                foreach ($this->precedents->first($this->candidates->between($after, $index), $index) as $candidate) {
                    $why = self::why($candidate, "so that the goal comes {$goal['direction']->value}");
                    $next = $decisions->with($this->strokes[$candidate->stroke]->head()->event, $candidate->join, $why);
                    $try = Road::drive($this->strokes, $this->facts, $next, $this->settings);
                    $holds = $try->directions[$index] === $goal['direction'];
                    foreach ($reached as $earlier => $direction) {
                        $holds = $holds && $try->directions[$earlier] === $direction;
                    }
                    if ($holds) {
                        $decisions = $next;
                        $this->precedents->remember($candidate, $index);
                        break;
                    }
                }
            }
            $reached[$index] = $goal['direction'];
        }

        return $decisions;
    }

    /** The last stroke before another whose direction does not come from the one before it. */
    public function lastFixed(int $index, Road $road): int
    {
        for ($at = $index - 1; $at > max(0, $index - self::REACH); $at--) {
            $head = $this->strokes[$at]->head();
            if ($road->startsAfresh($at) || $this->facts->direction($head->event, $head->pass) !== null) {
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

    private static function why(Candidate $candidate, string $so): string
    {
        $what = $candidate->join === Join::Retake ? 'retaken' : 'hooked';

        return "{$what} {$so}" . ($candidate->why === '' ? '' : ": {$candidate->why}");
    }
}
