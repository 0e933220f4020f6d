<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagPlace;
use UprightPencil\Review\Remedy;

/**
 * Disagreements of sections, told by cause and stretch for all sections at once: who is with whom, and one press for either side.
 * A tune against its accompaniment is no quarrel.
 */
final readonly class Quarrels
{
    /** How a way out ends that makes two strokes one bow. */
    public const A_HOOK = 'with a hook';

    /** Share of repeated pitches from which on a part accompanies. */
    private const REPEATED = 0.6;
    /** Fewer notes than this are neither tune nor accompaniment. */
    private const LEAST = 6;

    public function __construct(private Score $score, private Comparison $comparison)
    {
    }

    /**
     * @param list<SharedStretch> $stretches
     * @return list<Flag> in score order, with a cause where the same sides differ in the same way
     * @throws MusicException
     */
    public function flags(array $stretches): array
    {
        $flags = [];
        foreach ($this->events($stretches) as $event) {
            foreach (self::connected($event) as $quarrel) {
                $flags[] = $this->flag($quarrel)->at($this->places($quarrel));
            }
        }

        return $flags;
    }

    /**
     * Whether the bows over a shared rhythm differ where they should not.
     *
     * @throws MusicException
     */
    public function isOver(SharedStretch $stretch): bool
    {
        return !$stretch->agrees() && !$this->isTuneAndAccompaniment($stretch);
    }

    /**
     * Where each section concerned begins to differ, and up to where.
     *
     * @param non-empty-list<SharedStretch> $quarrel
     * @return list<FlagPlace> in the order of the score
     * @throws MusicException
     */
    private function places(array $quarrel): array
    {
        $places = [];
        foreach ($quarrel as $stretch) {
            [$from, $to] = $this->comparison->span($stretch);
            $differs = $stretch->slursDiffer !== [] ? $stretch->slursDiffer : $stretch->directionsDiffer;
            foreach ([$stretch->one, $stretch->other] as $side => $part) {
                $known = $places[$part] ?? null;
                $first = $known === null || $from < $known->measure;
                $places[$part] = new FlagPlace(
                    $part,
                    $first ? $from : $known->measure,
                    null,
                    $first ? $stretch->pairs[$differs[0] ?? 0]->on($side) : $known->noteId,
                    max($to, $known->until ?? $to),
                );
            }
        }
        $order = array_flip(array_map(static fn (PartPlan $plan): string => $plan->part->id, $this->comparison->plans()));
        uasort($places, static fn (FlagPlace $a, FlagPlace $b): int
            => [$a->measure, $order[(string) $a->partId]] <=> [$b->measure, $order[(string) $b->partId]]);

        return array_values($places);
    }

    /**
     * Differing stretches that lie over one another, gathered.
     *
     * @param list<SharedStretch> $stretches
     * @return list<non-empty-list<SharedStretch>>
     * @throws MusicException
     */
    private function events(array $stretches): array
    {
        $events = [];
        foreach (['slurs', 'directions'] as $kind) {
            $open = [];
            $end = -1;
            $alike = array_values(array_filter(
                $stretches,
                fn (SharedStretch $stretch): bool => ($stretch->slursDiffer !== []) === ($kind === 'slurs') && $this->isOver($stretch),
            ));
            usort($alike, fn (SharedStretch $a, SharedStretch $b): int => $this->comparison->span($a) <=> $this->comparison->span($b));
            foreach ($alike as $stretch) {
                [$from, $to] = $this->comparison->span($stretch);
                if ($open !== [] && $from > $end) {
                    $events[] = $open;
                    $open = [];
                    $end = -1;
                }
                $open[] = $stretch;
                $end = max($end, $to);
            }
            if ($open !== []) {
                $events[] = $open;
            }
        }

        return $events;
    }

    /**
     * Two pairs that quarrel at one time and have no part in common are two quarrels.
     *
     * @param non-empty-list<SharedStretch> $event
     * @return list<non-empty-list<SharedStretch>>
     */
    private static function connected(array $event): array
    {
        $group = [];
        foreach ($event as $stretch) {
            $one = $group[$stretch->one] ?? $stretch->one;
            $other = $group[$stretch->other] ?? $stretch->other;
            $group[$stretch->one] ??= $one;
            $group[$stretch->other] ??= $other;
            foreach ($group as $part => $of) {
                $group[$part] = $of === $other ? $one : $of;
            }
        }
        $quarrels = [];
        foreach ($event as $stretch) {
            $quarrels[$group[$stretch->one]][] = $stretch;
        }

        return array_values($quarrels);
    }

    /**
     * @param non-empty-list<SharedStretch> $event
     * @throws MusicException
     */
    private function flag(array $event): Flag
    {
        [$left, $right] = $this->sides($event);
        $first = $this->comparison->flag($event[0]);
        if (count($event) === 1) {
            return $first->because("{$event[0]->one} {$event[0]->other}")->withWays($this->everywhere($first->ways, $event));
        }
        $spans = array_map($this->comparison->span(...), $event);
        [$from, $to] = [min(array_column($spans, 0)), max(array_column($spans, 1))];
        $numbers = [$this->score->measures[$from]->number, $this->score->measures[$to]->number];
        $where = $from === $to ? "m. {$numbers[0]}" : "mm. {$numbers[0]}–{$numbers[1]}";
        [$one, $other] = [self::names($left), self::names($right)];
        $text = match (true) {
            $right === [] => "{$one} share a rhythm and bow it in different ways, {$where}.",
            $event[0]->slursDiffer !== [] => $one . (count($left) === 1 ? ' slurs' : ' slur') . " what {$other} "
                . (count($right) === 1 ? 'separates' : 'separate') . ", {$where}.",
            default => "{$one} " . (count($left) === 1 ? 'bows' : 'bow') . " the other way than {$other}, in the same rhythm, {$where}.",
        };
        $ways = array_filter($right === []
            ? [$this->allAs($event, $left)]
            : [$this->together($event, $left, $right), $this->together($event, $right, $left)]);

        return new Flag(
            FlagCode::SectionsDiffer,
            $text,
            null,
            $from,
            null,
            $first->noteId,
            array_values($ways),
            $right === [] ? '' : "{$one} | {$other}",
        );
    }

    /**
     * @param list<Remedy> $ways
     * @param non-empty-list<SharedStretch> $event
     * @return list<Remedy> the same, said of many places too
     * @throws MusicException
     */
    private function everywhere(array $ways, array $event): array
    {
        $names = [$this->comparison->plan($event[0]->one)->part->name, $this->comparison->plan($event[0]->other)->part->name];

        return array_map(static function (Remedy $way) use ($names): Remedy {
            $isFirst = ($way->lines[0] ?? '') === "part {$names[0]}";
            [$taker, $giver] = $isFirst ? $names : array_reverse($names);

            $hook = str_ends_with($way->text, self::A_HOOK) ? ', ' . self::A_HOOK : '';

            return new Remedy($way->text, $way->lines, "{$taker} as {$giver}{$hook}");
        }, $ways);
    }

    /**
     * The two sides of a quarrel: the smaller one first, or those who slur. Where there are more than two, all are on one side.
     *
     * @param non-empty-list<SharedStretch> $event
     * @return array{list<PartPlan>, list<PartPlan>}
     * @throws MusicException
     */
    private function sides(array $event): array
    {
        $side = [];
        $isMixed = false;
        foreach ($event as $stretch) {
            $oneSlurs = $this->comparison->firstSlurs($stretch);
            $here = $stretch->slursDiffer !== [] ? ($oneSlurs ? 0 : 1) : ($side[$stretch->one] ?? (isset($side[$stretch->other])
                ? 1 - $side[$stretch->other]
                : 0));
            $isMixed = $isMixed || ($side[$stretch->one] ?? $here) !== $here || ($side[$stretch->other] ?? 1 - $here) !== 1 - $here;
            $side[$stretch->one] ??= $here;
            $side[$stretch->other] ??= 1 - $here;
        }
        $sides = [[], []];
        foreach ($this->comparison->plans() as $plan) {
            if (isset($side[$plan->part->id])) {
                $sides[$isMixed ? 0 : $side[$plan->part->id]][] = $plan;
            }
        }
        $isTurned = $event[0]->slursDiffer === [] && $sides[1] !== [] && count($sides[1]) < count($sides[0]);

        return $isTurned ? [$sides[1], $sides[0]] : [$sides[0], $sides[1]];
    }

    /**
     * One press that brings one side over to the other.
     *
     * @param non-empty-list<SharedStretch> $event
     * @param list<PartPlan> $takers
     * @param list<PartPlan> $givers
     * @throws MusicException
     */
    private function together(array $event, array $takers, array $givers): ?Remedy
    {
        $lines = [];
        $hasHook = false;
        foreach ($takers as $taker) {
            foreach ($event as $stretch) {
                $isOne = $stretch->one === $taker->part->id;
                if (!$isOne && $stretch->other !== $taker->part->id) {
                    continue;
                }
                $way = $this->comparison->copyTo($stretch, $isOne ? 0 : 1);
                if ($way === null) {
                    return null;
                }
                $lines = [...$lines, ...$way->lines];
                $hasHook = $hasHook || str_ends_with($way->text, self::A_HOOK);
                break;
            }
        }
        $text = self::names($takers) . ' as ' . self::names($givers);
        $text .= $hasHook ? ', ' . self::A_HOOK : '';

        return new Remedy($text, $lines, $text);
    }

    /**
     * Where there are more than two sides: all as the first of them, as far as they share the rhythm with it.
     *
     * @param non-empty-list<SharedStretch> $event
     * @param list<PartPlan> $parts
     * @throws MusicException
     */
    private function allAs(array $event, array $parts): ?Remedy
    {
        $leader = $parts[0] ?? null;
        $takers = array_values(array_filter(array_slice($parts, 1), static fn (PartPlan $taker): bool => array_filter(
            $event,
            static fn (SharedStretch $stretch): bool => $stretch->one === $leader?->part->id && $stretch->other === $taker->part->id,
        ) !== []));

        return $leader === null || $takers === [] ? null : $this->together($event, $takers, [$leader]);
    }

    /** @throws MusicException */
    private function isTuneAndAccompaniment(SharedStretch $stretch): bool
    {
        $differ = $stretch->slursDiffer !== [] ? $stretch->slursDiffer : $stretch->directionsDiffer;
        if (count($stretch->pairs) < self::LEAST) {
            return false;
        }
        $from = max(0, $differ[0] - self::LEAST);
        $pairs = array_slice($stretch->pairs, $from, $differ[count($differ) - 1] - $from + self::LEAST);
        $accompanies = [];
        foreach ([0, 1] as $side) {
            $part = $this->comparison->plan($side === 0 ? $stretch->one : $stretch->other)->part;
            $positions = $part->positionsById();
            $same = 0;
            $before = null;
            $pitches = [];
            foreach ($pairs as $pair) {
                $pitch = $part->notes[$positions[$pair->on($side)]]->pitch?->semitone();
                $same += $pitch === $before ? 1 : 0;
                $before = $pitch;
                $pitches[$pitch ?? 0] = true;
            }
            $accompanies[] = count($pairs) >= self::LEAST && ($same >= self::REPEATED * (count($pairs) - 1) || count($pitches) <= 2);
        }

        return $accompanies[0] !== $accompanies[1];
    }

    /** @param list<PartPlan> $plans */
    private static function names(array $plans): string
    {
        $names = array_map(static fn (PartPlan $plan): string => $plan->part->name, $plans);
        $last = array_pop($names);

        return $names === [] ? (string) $last : implode(', ', $names) . " and {$last}";
    }
}
