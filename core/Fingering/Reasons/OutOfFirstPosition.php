<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Reasons;

use UprightPencil\Fingering\Costs\CostKind;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Fingering\States\HandState;

/**
 * Stretches out of first position, each with the reason for leaving it: the same notes are solved again in first position, and
 * what that would cost more is said for the stretch as a whole.
 */
final readonly class OutOfFirstPosition
{
    private const HOME = 2;

    public function __construct(private HandPath $path, private Hand $hand, private Reasons $reasons)
    {
    }

    /** @return array<int, string> the reason by layer, for every stopped note of a stretch */
    public function reasons(): array
    {
        $why = [];
        $from = null;
        for ($layer = 0, $count = $this->path->count(); $layer <= $count; $layer++) {
            $frame = $layer < $count ? $this->path->chosen($layer)->frame : self::HOME;
            if ($from !== null && ($layer === $count || $frame !== $this->path->chosen($from)->frame)) {
                $reason = $this->reason($from, $layer - 1);
                for ($at = $from; $at < $layer; $at++) {
                    // An open string is in no position: it has its own reason.
                    if (!$this->path->chosen($at)->isOpen) {
                        $why[$at] = $reason;
                    }
                }
                $from = null;
            }
            if ($from === null && $frame !== self::HOME && $layer < $count) {
                $from = $layer;
            }
        }

        return $why;
    }

    private function reason(int $from, int $to): string
    {
        $name = Position::inWords($this->hand->nameOf($this->path->chosen($from)->frame));
        $again = $this->path->again($from, $to, static fn (int $layer, HandState $state): bool => $state->frame === self::HOME);
        if ($again === null) {
            return "{$name}: first position does not reach " . $this->firstOutOfReach($from, $to);
        }
        $last = min($to + 1, $this->path->count() - 1);
        $mine = $this->path->bill($from, $last);
        $theirs = $this->path->bill($from, $last, $again->positions);
        $worst = null;
        $most = 0.0;
        foreach (CostKind::cases() as $kind) {
            $more = ($theirs[$kind->value]->price ?? 0.0) - ($mine[$kind->value]->price ?? 0.0);
            if ($more > $most) {
                $most = $more;
                $worst = $kind;
            }
        }
        if ($worst === null) {
            return "{$name}: the hand stays from the notes around";
        }
        [$times, $first] = [$theirs[$worst->value]->times, $theirs[$worst->value]->first];
        $before = $first > 0 ? $this->path->stateAt($first - 1, $again->positions) : null;
        $phrase = $this->reasons->phrase($worst, $first, $before, $this->path->stateAt($first, $again->positions));

        return "{$name}: in first position " . $phrase . ($times > 1 ? ", and so on, {$times} times" : '');
    }

    private function firstOutOfReach(int $from, int $to): string
    {
        for ($layer = $from; $layer <= $to; $layer++) {
            if (!$this->path->has($layer, static fn (HandState $state): bool => $state->frame === self::HOME)) {
                $pitches = $this->path->eventAt($layer)->pitches;
                $highest = $pitches[count($pitches) - 1];

                return $highest->spoken() . $highest->octave;
            }
        }

        return 'these notes';
    }
}
