<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

use UprightPencil\Music\Exception\MusicException;

/**
 * Lays out a rehearsal that fits its minutes: warm-up, stretches to work, tuning places, a run.
 *
 * What was not worked for longest comes first, so that every measure comes around; then what the school begins with; then turn about
 * what is needed most and what waits longest. The same input gives the same plan. Source: the trade's page on practising and rehearsing.
 */
final readonly class RehearsalPlanner
{
    /** Share of a rehearsal that warming up may take, minutes at most, and how long one has to be for it. */
    private const WARM_SHARE = 0.15;
    private const WARM_MOST = 8;
    private const WARM_FROM = 12;
    /** Share that a run may take, and from how many minutes on there is one. */
    private const RUN_SHARE = 0.3;
    private const RUN_FROM = 10;
    /** Tuning places in a rehearsal at most, the share they may take, and from how many minutes on. */
    private const TUNE_MOST = 3;
    private const TUNE_SHARE = 0.15;
    private const TUNE_FROM = 20;
    /** Minutes below which no stretch is begun after the first. */
    private const LEAST_WORK = 3;
    /** Minutes for each stretch that is worked, when there are several: more of them, and nothing is worked. */
    private const EACH = 6;
    /** By how much a stretch may be worked longer where there is time left. */
    private const LONGER = 2.0;

    /** @param list<PlannedPiece> $pieces in the order of the programme */
    public function __construct(private array $pieces)
    {
    }

    /** @throws MusicException */
    public function plan(PlanWishes $wishes): RehearsalPlan
    {
        [$fixed, $left] = $this->fixed($wishes);
        $rest = max(0, $wishes->minutes) - array_sum(array_map(static fn (PlanEntry $one): int => $one->minutes, $fixed));
        $warmUp = $this->warmUp($wishes, $rest);
        $rest -= $warmUp->minutes ?? 0;
        $run = $this->run($wishes, $rest);
        $rest -= $run->minutes ?? 0;
        $tune = $this->tune($wishes, $rest);
        $rest -= $tune->minutes ?? 0;
        $choice = new WorkChoice($this->pieces, $wishes);
        $work = $choice->chosen($rest, self::LEAST_WORK, max(1, (int) round($rest / self::EACH)));
        $work = self::longer($work, $rest);
        $entries = array_values(array_filter([$warmUp, ...self::tunedBetween($work, $tune), $run]));

        return new RehearsalPlan($wishes->minutes, self::timed($this->laid($entries, $fixed)), $left);
    }

    /**
     * @return array{array<int, PlanEntry>, list<FixedEntry>} by their places, and those there is no time for
     * @throws MusicException
     */
    private function fixed(PlanWishes $wishes): array
    {
        $entries = $left = [];
        $spent = 0;
        foreach ($wishes->fixed as $wish) {
            $entry = $this->asWished($wish);
            $isFree = $entry !== null && $spent + $entry->minutes <= $wishes->minutes;
            if ($entry === null || !$isFree) {
                $left[] = $wish;
                continue;
            }
            $spent += $entry->minutes;
            $place = max(0, $wish->place);
            while (isset($entries[$place])) {
                $place++;
            }
            $entries[$place] = $entry;
        }

        return [$entries, $left];
    }

    /** @throws MusicException */
    private function asWished(FixedEntry $wish): ?PlanEntry
    {
        $piece = $this->pieceOf($wish->piece);
        if ($piece === null) {
            return null;
        }
        $last = $piece->marked->lastMeasure();
        [$from, $to] = [max(0, min($last, $wish->from)), max(0, min($last, $wish->to))];
        [$from, $to] = [min($from, $to), max($from, $to)];
        $minutes = max(1, $wish->minutes);
        $stretch = (new Stretches($piece->marked))->stretch($from, $to, $piece->hardness);
        $entry = match ($wish->kind) {
            EntryKind::WarmUp => PlanEntries::warmUp($piece, $minutes),
            EntryKind::Tune => PlanEntries::tune($piece, max(1, intdiv($minutes, PlanEntries::TUNE_MINUTES))),
            EntryKind::Run => PlanEntries::run($piece, $from, $minutes),
            EntryKind::Work => PlanEntries::work($piece, $stretch, $minutes, Stretch::SLOW_TIMES, ''),
        };

        return $entry === null ? null : new PlanEntry(
            $entry->kind,
            $entry->piece,
            0,
            $minutes,
            $entry->from,
            $wish->kind === EntryKind::Run ? $to : $entry->to,
            $entry->parts,
            $entry->tempo,
            $entry->fullTempo,
            $entry->slowTimes,
            $entry->why,
            $entry->causes,
            $entry->places,
            true,
        );
    }

    private function pieceOf(string $key): ?PlannedPiece
    {
        foreach ($this->pieces as $piece) {
            if ($piece->key === $key) {
                return $piece;
            }
        }

        return null;
    }

    private function warmUp(PlanWishes $wishes, int $rest): ?PlanEntry
    {
        $minutes = min(self::WARM_MOST, (int) round($wishes->minutes * self::WARM_SHARE));
        $piece = $this->pieces[0] ?? null;
        if ($piece === null || $wishes->minutes < self::WARM_FROM || $minutes >= $rest || !$wishes->wants(EntryKind::WarmUp)) {
            return null;
        }
        // It prepares the piece that has the hardest stretch.
        foreach ($this->pieces as $other) {
            if (self::hardest($other) > self::hardest($piece)) {
                $piece = $other;
            }
        }

        return PlanEntries::warmUp($piece, $minutes);
    }

    private static function hardest(PlannedPiece $piece): float
    {
        return max([0.0, ...array_map(static fn (Stretch $one): float => $one->hardness, $piece->stretches)]);
    }

    /** The piece that was not played through for longest, or as much of its end as there is time for. */
    private function run(PlanWishes $wishes, int $rest): ?PlanEntry
    {
        if ($wishes->minutes < self::RUN_FROM || !$wishes->wants(EntryKind::Run)) {
            return null;
        }
        $pieces = $this->pieces;
        usort($pieces, static fn (PlannedPiece $a, PlannedPiece $b): int => $b->coverage->sinceRun() <=> $a->coverage->sinceRun());
        $most = min($rest - self::LEAST_WORK, (int) floor($wishes->minutes * self::RUN_SHARE));
        foreach ($pieces as $piece) {
            $minutes = (int) ceil($piece->seconds / 60);
            if ($piece->stretches !== [] && $minutes > 0 && $minutes <= $most) {
                return PlanEntries::run($piece, 0, $minutes);
            }
        }
        foreach ($pieces as $piece) {
            foreach ($piece->stretches as $stretch) {
                $minutes = (int) ceil($piece->secondsFrom($stretch->from) / 60);
                if ($minutes > 0 && $minutes <= $most) {
                    return PlanEntries::run($piece, $stretch->from, $minutes);
                }
            }
        }

        return null;
    }

    /** @throws MusicException */
    private function tune(PlanWishes $wishes, int $rest): ?PlanEntry
    {
        $count = min(self::TUNE_MOST, (int) floor($wishes->minutes * self::TUNE_SHARE / PlanEntries::TUNE_MINUTES));
        $hasTime = $wishes->minutes >= self::TUNE_FROM && $count > 0 && $rest >= self::LEAST_WORK + PlanEntries::TUNE_MINUTES;
        if (!$hasTime || !$wishes->wants(EntryKind::Tune)) {
            return null;
        }
        $count = max(1, min($count, intdiv($rest - self::LEAST_WORK, PlanEntries::TUNE_MINUTES)));
        $pieces = $this->pieces;
        // By turns: the piece that was worked least has most to be tuned.
        $waits = static fn (PlannedPiece $piece): int => $piece->coverage->longestSince(0, $piece->marked->lastMeasure());
        usort($pieces, static fn (PlannedPiece $a, PlannedPiece $b): int => $waits($b) <=> $waits($a));
        foreach ($pieces as $piece) {
            $entry = PlanEntries::tune($piece, $count);
            if ($entry !== null) {
                return $entry;
            }
        }

        return null;
    }

    /**
     * Minutes that are left go to what is worked, the hardest first.
     *
     * @param list<PlanEntry> $work
     * @return list<PlanEntry>
     */
    private static function longer(array $work, int $rest): array
    {
        $left = $rest - array_sum(array_map(static fn (PlanEntry $one): int => $one->minutes, $work));
        $most = array_map(static fn (PlanEntry $one): int => (int) ceil($one->minutes * self::LONGER), $work);
        $order = array_keys($work);
        $weight = static fn (PlanEntry $one): float => array_sum(array_map(static fn ($cause): float => $cause->weight, $one->causes));
        usort($order, static fn (int $a, int $b): int => [$weight($work[$b]), $a] <=> [$weight($work[$a]), $b]);
        while ($left > 0) {
            $before = $left;
            foreach ($order as $at) {
                if ($left > 0 && $work[$at]->minutes < $most[$at]) {
                    $work[$at] = $work[$at]->lasting($work[$at]->minutes + 1);
                    $left--;
                }
            }
            if ($left === $before) {
                break;
            }
        }

        return array_values($work);
    }

    /**
     * Tuning comes after the second thing that is worked: then the hands are warm, and the ears not yet tired.
     *
     * @param list<PlanEntry> $work
     * @return list<PlanEntry>
     */
    private static function tunedBetween(array $work, ?PlanEntry $tune): array
    {
        if ($tune !== null) {
            array_splice($work, min(2, count($work)), 0, [$tune]);
        }

        return $work;
    }

    /**
     * @param list<PlanEntry> $entries what was worked out, in its order
     * @param array<int, PlanEntry> $fixed by their places
     * @return list<PlanEntry>
     */
    private function laid(array $entries, array $fixed): array
    {
        ksort($fixed);
        $laid = [];
        while ($entries !== [] || $fixed !== []) {
            $place = count($laid);
            if (isset($fixed[$place]) || $entries === []) {
                $key = isset($fixed[$place]) ? $place : (int) array_key_first($fixed);
                $laid[] = $fixed[$key];
                unset($fixed[$key]);
            } else {
                $laid[] = array_shift($entries);
            }
        }

        return $laid;
    }

    /**
     * @param list<PlanEntry> $entries
     * @return list<PlanEntry>
     */
    private static function timed(array $entries): array
    {
        $at = 0;
        $timed = [];
        foreach ($entries as $entry) {
            $timed[] = $entry->beginning($at);
            $at += $entry->minutes;
        }

        return $timed;
    }
}
