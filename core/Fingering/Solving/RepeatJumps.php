<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Roadmap\Roadmap;

/**
 * Where the music leads back or on by a repeat, an ending or a D.S.: the hand has to come along there too.
 *
 * The path is solved in printed order. At each jump the hand before it or after it is brought round when that costs less than the
 * shift the jump would ask for.
 */
final readonly class RepeatJumps
{
    /** Layers before and after a jump that may change for its sake. */
    private const MARGIN = 6;

    /** @param list<Jump> $jumps */
    private function __construct(
        private HandPath $path,
        private Hand $hand,
        private Score $score,
        private FingerSettings $settings,
        private array $jumps,
    ) {
    }

    public static function of(
        HandPath $path,
        Hand $hand,
        Score $score,
        Roadmap $roadmap,
        TempoMap $tempo,
        FingerSettings $settings,
    ): self {
        $jumps = [];
        $runs = $roadmap->runs();
        foreach ($runs as $index => $run) {
            $next = $runs[$index + 1] ?? null;
            if ($next === null) {
                break;
            }
            $from = $path->lastIn($run->from, $run->to);
            $to = $path->firstIn($next->from, $next->to);
            if ($from === null || $to === null) {
                continue;
            }
            $last = $path->eventAt($from);
            $barline = $score->measures[$run->to]->end()->toFloat();
            $after = $tempo->secondsBetween($score->measures[$next->from]->onset->toFloat(), $path->eventAt($to)->onset);
            $jumps["{$from} {$to}"] = new Jump(
                $from,
                $to,
                $tempo->secondsBetween($last->onset, $barline) + $after,
                $tempo->secondsBetween($last->onset + $last->quarters, $barline) + $after,
            );
        }

        return new self($path, $hand, $score, $settings, array_values($jumps));
    }

    public function settle(): void
    {
        foreach ($this->jumps as $jump) {
            $now = $this->price($jump, null);
            $best = null;
            $saves = $this->settings->jumpLeast;
            // The beginning of a piece is left as it is unless the hand cannot come back to it.
            foreach ([$this->tail($jump), $this->hasTime($jump, null) ? null : $this->head($jump)] as $try) {
                if ($try !== null && $now - $this->price($jump, $try->positions) - $try->costs > $saves) {
                    $saves = $now - $this->price($jump, $try->positions) - $try->costs;
                    $best = $try->positions;
                }
            }
            if ($best !== null) {
                $this->path->take($best, $this->because($jump, $best));
            }
        }
    }

    /**
     * Jumps the hand cannot make in time as it is planned.
     *
     * @return list<Jump>
     */
    public function withoutTime(): array
    {
        $found = [];
        foreach ($this->jumps as $jump) {
            if (!$this->hasTime($jump, null)) {
                $found[] = $jump;
            }
        }

        return $found;
    }

    /** Seconds the hand needs for a jump as it is planned. */
    public function secondsNeeded(Jump $jump): float
    {
        return Hand::secondsToShift(abs($this->path->chosen($jump->from)->frame - $this->path->chosen($jump->to)->frame));
    }

    /**
     * @param array<int, int>|null $positions other hand states by layer
     */
    private function hasTime(Jump $jump, ?array $positions): bool
    {
        [$last, $first] = [$this->path->stateAt($jump->from, $positions), $this->path->stateAt($jump->to, $positions)];
        $far = abs($last->frame - $first->frame);

        return $far <= 1 || $last->isOpen || $first->isOpen || $jump->since >= Hand::secondsToShift($far);
    }

    /**
     * The hand before the jump, brought to where it is after it.
     */
    private function tail(Jump $jump): ?Resolved
    {
        $frame = $this->path->chosen($jump->to)->frame;

        return $this->brought(max(0, $jump->from - self::MARGIN), $jump->from, $jump->from, $frame);
    }

    /**
     * The hand after the jump, left where it was before it.
     */
    private function head(Jump $jump): ?Resolved
    {
        $frame = $this->path->chosen($jump->from)->frame;

        return $this->brought($jump->to, min($this->path->count() - 1, $jump->to + self::MARGIN), $jump->to, $frame);
    }

    /**
     * A stretch solved again with the hand at one place in one of its layers.
     *
     * @return Resolved|null what it costs more than the best without that
     */
    private function brought(int $from, int $to, int $at, int $frame): ?Resolved
    {
        $free = $this->path->again($from, $to, static fn (): bool => true);
        $brought = $this->path->again(
            $from,
            $to,
            static fn (int $layer, HandState $state): bool => $layer !== $at || $state->frame === $frame,
        );

        return $brought === null ? null : new Resolved($brought->costs - min(0.0, $free->costs ?? 0.0), $brought->positions);
    }

    /**
     * @param array<int, int>|null $positions other hand states by layer
     */
    private function price(Jump $jump, ?array $positions): float
    {
        return $this->path->jump($jump, $positions)
            + ($this->hasTime($jump, $positions) ? 0.0 : $this->settings->jumpNoTime);
    }

    /**
     * @param array<int, int> $positions
     */
    private function because(Jump $jump, array $positions): string
    {
        [$from, $to] = [$this->path->eventAt($jump->from)->measure, $this->path->eventAt($jump->to)->measure];
        $state = $this->path->stateAt($jump->to, $positions);

        return 'the hand is in ' . Position::inWords($this->hand->nameOf($state->frame))
            . " already where measure {$this->score->measures[$from]->number} leads "
            . ($to <= $from ? 'back' : 'on') . " to measure {$this->score->measures[$to]->number}";
    }
}
