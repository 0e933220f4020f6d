<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

use UprightPencil\Rehearsal\Hardness\HardCause;
use UprightPencil\Rehearsal\Hardness\HardKind;

/** Chooses the stretches that are worked in a rehearsal, and in which order. */
final class WorkChoice
{
    /** What a rehearsal in which a stretch was not worked adds to how much it needs one, and what was heard in it. */
    private const WAITS = 0.12;
    private const HEARD = 0.25;
    /** From this share of long notes on, a stretch is one of long notes. */
    private const MOSTLY_LONG = 0.5;

    /** @var list<WorkCandidate> what the school begins with first */
    private array $candidates;

    /** @param list<PlannedPiece> $pieces */
    public function __construct(array $pieces, private readonly PlanWishes $wishes)
    {
        $all = [];
        foreach ($pieces as $piece) {
            foreach ($piece->stretches as $stretch) {
                $key = RehearsalPlan::keyOf($piece->key, $stretch->from, $stretch->to);
                if (!in_array($key, $wishes->dropped, true) && !$this->isFixed($piece, $stretch)) {
                    $all[] = new WorkCandidate($piece, $stretch, 0);
                }
            }
        }
        // Of two alike, the one that stands first in the programme.
        usort($all, fn (WorkCandidate $a, WorkCandidate $b): int => $this->first($a) <=> $this->first($b));
        $this->candidates = array_map(
            static fn (WorkCandidate $one, int $rank): WorkCandidate => new WorkCandidate($one->piece, $one->stretch, $rank),
            $all,
            array_keys($all),
        );
    }

    private function isFixed(PlannedPiece $piece, Stretch $stretch): bool
    {
        foreach ($this->wishes->fixed as $fixed) {
            if (
                $fixed->kind === EntryKind::Work && $fixed->piece === $piece->key
                && $fixed->from <= $stretch->from && $fixed->to >= $stretch->to
            ) {
                return true;
            }
        }

        return false;
    }

    /** What comes first by the school: the smaller, the sooner. */
    private function first(WorkCandidate $one): float
    {
        [$piece, $stretch] = [$one->piece, $one->stretch];

        return match ($this->wishes->begin) {
            BeginWith::End => (float) ($piece->marked->lastMeasure() - $stretch->to),
            BeginWith::LongNotes => -$stretch->longShare,
            BeginWith::Hardest => -$stretch->hardness,
            BeginWith::Order => (float) $stretch->from,
        };
    }

    /**
     * @param int $least minutes for which no more is begun
     * @param int $most stretches
     * @return list<PlanEntry> in the order they are worked; their minutes fit
     */
    public function chosen(int $minutes, int $least, int $most): array
    {
        $chosen = [];
        $left = $minutes;
        $candidates = $this->candidates;
        for ($turn = 0; $candidates !== [] && count($chosen) < $most && $left > 0 && ($turn === 0 || $left >= $least); $turn++) {
            $at = self::best($candidates, $turn);
            [$one] = array_splice($candidates, $at, 1);
            $entry = $this->fitting($one->piece, $one->stretch, $left, $turn === 0);
            if ($entry !== null) {
                $chosen[] = [$entry, $one->rank];
                $left -= $entry->minutes;
            }
        }

        return $this->inOrder($chosen);
    }

    /** @return list<float|int> how soon a stretch is chosen at a turn: the larger, the sooner */
    private static function worth(WorkCandidate $one, int $turn): array
    {
        $waits = $one->waits();

        return match (true) {
            // What waits longest is never passed over.
            $turn === 0 => [$waits, -$one->rank],
            // What the school begins with, unless that was done in the last rehearsal.
            $turn === 1 => [$waits > 1 ? 1 : 0, -$one->rank],
            // What the director heard is taken up before what is only reckoned.
            $turn % 2 === 0 => [
                self::heard($one->stretch) > 0 ? 1 : 0,
                $one->stretch->hardness + self::WAITS * $waits + self::HEARD * self::heard($one->stretch),
                -$one->rank,
            ],
            default => [$waits, $one->stretch->hardness, -$one->rank],
        };
    }

    private static function heard(Stretch $stretch): int
    {
        return count(array_filter($stretch->causes, static fn (HardCause $cause): bool => $cause->kind === HardKind::Heard));
    }

    /** @param non-empty-list<WorkCandidate> $candidates */
    private static function best(array $candidates, int $turn): int
    {
        $best = 0;
        foreach ($candidates as $at => $one) {
            if (self::worth($one, $turn) > self::worth($candidates[$best], $turn)) {
                $best = $at;
            }
        }

        return $best;
    }

    /** Working a stretch as long as it needs; fewer times, or less of it, where there is not so much time. */
    private function fitting(PlannedPiece $piece, Stretch $stretch, int $left, bool $isFirst): ?PlanEntry
    {
        for ($times = Stretch::SLOW_TIMES; $times > 0; $times--) {
            $minutes = (int) ceil($stretch->minutes($times));
            if ($minutes <= $left) {
                return PlanEntries::work($piece, $stretch, $minutes, $times, $this->because($piece, $stretch));
            }
            if (!$isFirst && $times < Stretch::SLOW_TIMES) {
                return null;
            }
        }
        if (!$isFirst) {
            return null;
        }
        // There is no minute to speak then.
        $part = self::isPlayedIn($stretch, $left) ? $stretch : self::part($piece, $stretch, $left);

        return PlanEntries::work($piece, $part, $left, 1, $this->because($piece, $part));
    }

    /** Whether a stretch is played slowly and at tempo in so many minutes. */
    private static function isPlayedIn(Stretch $stretch, int $minutes): bool
    {
        return $stretch->slowSeconds() + $stretch->seconds <= $minutes * 60;
    }

    /** The measures of a stretch that there is time for, beginning where it waits longest. */
    private static function part(PlannedPiece $piece, Stretch $stretch, int $minutes): Stretch
    {
        $from = $stretch->from;
        for ($measure = $stretch->from; $measure <= $stretch->to; $measure++) {
            if ($piece->coverage->since($measure) > $piece->coverage->since($from)) {
                $from = $measure;
            }
        }
        $stretches = new Stretches($piece->marked);
        $part = $stretches->stretch($from, $from, $piece->hardness);
        for ($to = $from + 1; $to <= $stretch->to; $to++) {
            $longer = $stretches->stretch($from, $to, $piece->hardness);
            if (!self::isPlayedIn($longer, $minutes)) {
                break;
            }
            $part = $longer;
        }

        return $part;
    }

    private function because(PlannedPiece $piece, Stretch $stretch): string
    {
        return match ($this->wishes->begin) {
            BeginWith::End => $stretch->to === $piece->marked->lastMeasure() ? 'the end' : '',
            BeginWith::LongNotes => $stretch->longShare >= self::MOSTLY_LONG ? 'long notes: pitch can be heard' : '',
            default => '',
        };
    }

    /**
     * @param list<array{PlanEntry, int}> $chosen with their ranks
     * @return list<PlanEntry> the pieces one after another, what the school begins with first
     */
    private function inOrder(array $chosen): array
    {
        usort($chosen, static fn (array $a, array $b): int => $a[1] <=> $b[1]);
        $pieces = array_flip(array_values(array_unique(array_map(static fn (array $one): string => $one[0]->piece, $chosen))));
        usort($chosen, static fn (array $a, array $b): int => [$pieces[$a[0]->piece], $a[1]] <=> [$pieces[$b[0]->piece], $b[1]]);

        return array_map(static fn (array $one): PlanEntry => $one[0], $chosen);
    }
}
