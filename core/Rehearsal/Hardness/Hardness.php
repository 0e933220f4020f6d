<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Hardness;

use UprightPencil\Drills\Kind\ShiftLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Rehearsal\Heard\HeardNote;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Review\Flag;
use UprightPencil\Sections\Comparison;

/** How hard each measure of a piece is, from 0 to 1, and why. */
final class Hardness
{
    /** Notes a second that nobody calls fast, and those at which it is as fast as a class plays. */
    private const CALM = 4.0;
    private const FASTEST = 10.0;
    /** What comes back a third time weighs more. */
    private const THIRD_TIME = 1.5;

    /** @param array<int, list<HardCause>> $causes by the index of the measure, the heaviest first */
    private function __construct(private readonly int $count, private readonly array $causes)
    {
    }

    /**
     * @param list<HeardNote> $heard what was heard and is not better yet
     * @param array<int, true>|null $rehearsed measures that were rehearsed, by index; null where nothing is known of rehearsals
     * @throws UprightPencilException
     */
    public static function of(MarkedParts $marked, array $heard = [], ?array $rehearsed = null): self
    {
        $causes = [...self::told($marked), ...self::flagged($marked)];
        foreach ($heard as $one) {
            $kind = HardKind::Heard;
            $weight = $kind->weight() * ($one->times > 2 ? self::THIRD_TIME : 1.0);
            if ($one->measure !== null) {
                $causes[] = new HardCause($kind, $one->measure, $one->parts, $one->words(), $weight, $one->note);
            }
        }
        $count = count($marked->score->measures);
        if ($rehearsed !== null) {
            for ($measure = 0; $measure < $count; $measure++) {
                if (!isset($rehearsed[$measure])) {
                    $causes[] = new HardCause(HardKind::Never, $measure, [], 'not rehearsed yet', HardKind::Never->weight());
                }
            }
        }
        $byMeasure = [];
        foreach ($causes as $cause) {
            $byMeasure[$cause->measure][] = $cause;
        }
        foreach ($byMeasure as $measure => $own) {
            usort($own, static fn (HardCause $a, HardCause $b): int => $b->weight <=> $a->weight);
            $byMeasure[$measure] = $own;
        }

        return new self($count, $byMeasure);
    }

    /** @return float 0 to 1 */
    public function at(int $measure): float
    {
        return self::share(array_sum(array_map(static fn (HardCause $cause): float => $cause->weight, $this->causes[$measure] ?? [])));
    }

    /** @return list<HardCause> the heaviest first */
    public function causesAt(int $measure): array
    {
        return $this->causes[$measure] ?? [];
    }

    /** How hard a stretch is: as its hardest measures are, the rest counting a little. */
    public function over(int $from, int $to): float
    {
        $all = [];
        for ($measure = $from; $measure <= $to && $measure < $this->count; $measure++) {
            $all[] = $this->at($measure);
        }
        rsort($all);
        $hardest = array_slice($all, 0, max(1, intdiv(count($all) + 2, 3)));

        return $all === [] ? 0.0 : (2 * array_sum($hardest) / count($hardest) + array_sum($all) / count($all)) / 3;
    }

    /** @return list<HardCause> of a stretch, the heaviest first, those of one kind and part at the first of their places */
    public function causesOver(int $from, int $to): array
    {
        $found = [];
        for ($measure = $from; $measure <= $to; $measure++) {
            foreach ($this->causesAt($measure) as $cause) {
                $key = $cause->kind === HardKind::Heard
                    ? "heard {$cause->measure} {$cause->text}"
                    : $cause->kind->value . ' ' . implode(' ', $cause->parts);
                if (!isset($found[$key]) || $cause->weight > $found[$key]->weight) {
                    $found[$key] = $cause;
                }
            }
        }
        $found = array_values($found);
        usort($found, static fn (HardCause $a, HardCause $b): int => [$b->weight, $a->measure] <=> [$a->weight, $b->measure]);

        return $found;
    }

    private static function share(float $weights): float
    {
        return 1.0 - exp(-$weights);
    }

    /**
     * Shifts and speed, part by part.
     *
     * @return list<HardCause>
     */
    private static function told(MarkedParts $marked): array
    {
        $causes = [];
        foreach ($marked->parts as $part) {
            array_push($causes, ...self::shifts($part), ...self::speeds($part));
        }

        return $causes;
    }

    /** @return list<HardCause> */
    private static function shifts(PracticePart $part): array
    {
        $causes = [];
        foreach ($part->notes as $at => $to) {
            $from = $part->notes[$at - 1] ?? null;
            $weight = $from === null ? null : ShiftLines::weight($from, $to);
            if ($from === null || $weight === null) {
                continue;
            }
            $comfort = ShiftLines::hasComfort($from, $to) ? '' : ' without a rest before it';
            $causes[] = new HardCause(
                HardKind::Shift,
                $to->event->measure,
                [$part->plan->part->id],
                "shift to {$to->finger?->position}{$comfort}",
                HardKind::Shift->weight() * $weight,
                $to->note->id,
            );
        }

        return $causes;
    }

    /** @return list<HardCause> where at least three notes follow one another fast */
    private static function speeds(PracticePart $part): array
    {
        $fastest = [];
        foreach ($part->notes as $at => $played) {
            $after = $part->notes[$at + 2] ?? null;
            $seconds = $after === null ? 0.0 : ($after->start - $played->start) / 2;
            if ($after !== null && $seconds > 0.0 && 1.0 / $seconds > self::CALM) {
                $measure = $played->event->measure;
                if (!isset($fastest[$measure]) || $seconds < $fastest[$measure][0]) {
                    $fastest[$measure] = [$seconds, $played->note->id];
                }
            }
        }
        $causes = [];
        foreach ($fastest as $measure => [$seconds, $note]) {
            $a = 1.0 / $seconds;
            $share = min(1.0, ($a - self::CALM) / (self::FASTEST - self::CALM));
            $causes[] = new HardCause(
                HardKind::Speed,
                $measure,
                [$part->plan->part->id],
                sprintf('%s notes a second', rtrim(rtrim(number_format($a, 1), '0'), '.')),
                HardKind::Speed->weight() * $share,
                $note,
            );
        }

        return $causes;
    }

    /**
     * What was flagged, at each of its places.
     *
     * @return list<HardCause>
     * @throws UprightPencilException
     */
    private static function flagged(MarkedParts $marked): array
    {
        $plans = array_map(static fn (PracticePart $part): PartPlan => $part->plan, $marked->parts);
        $flags = (new Comparison($marked->score, $plans))->flags();
        foreach ($plans as $plan) {
            array_push($flags, ...$plan->flags);
        }
        $causes = [];
        foreach ($flags as $flag) {
            $kind = HardKind::of($flag->code);
            if ($kind !== null) {
                array_push($causes, ...self::ofFlag($flag, $kind));
            }
        }

        return $causes;
    }

    /** @return list<HardCause> one a measure and part */
    private static function ofFlag(Flag $flag, HardKind $kind): array
    {
        $byMeasure = [];
        foreach ($flag->allPlaces() as $place) {
            for ($measure = $place->measure; $measure <= ($place->until ?? $place->measure); $measure++) {
                if ($place->partId !== null) {
                    $byMeasure[$measure][$place->partId] = $place->noteId;
                }
            }
        }
        $causes = [];
        foreach ($byMeasure as $measure => $notes) {
            // A quarrel is one thing, whoever has it; what a hand or a bow meets, each part meets for itself.
            $all = array_map(strval(...), array_keys($notes));
            foreach ($kind === HardKind::Disagreement ? [$all] : array_chunk($all, 1) as $parts) {
                $causes[] = new HardCause($kind, $measure, $parts, lcfirst($flag->code->title()), $kind->weight(), $notes[$parts[0]]);
            }
        }

        return $causes;
    }
}
