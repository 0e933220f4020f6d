<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal;

use UprightPencil\Drills\PracticePart;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Music\Listing;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Rehearsal\Balance\Balance;
use UprightPencil\Rehearsal\Hardness\HardCause;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Sections\Comparison;
use UprightPencil\Sections\FirstGlance;
use UprightPencil\Sections\GlanceItem;
use UprightPencil\Sections\GlanceKind;

/** All that a director looks over in a marked piece: the first look, then the tune, what is hard, what differs, what is met first. */
final readonly class LookOver
{
    private const MOST = 6;
    /** Below this a measure is not hard. */
    private const HARD = 0.2;
    private const FIRSTS = [FlagCode::RhythmOnce, FlagCode::FirstMet, FlagCode::RepeatOverBarline];

    public function __construct(private MarkedParts $marked)
    {
    }

    /**
     * @return list<GlanceItem> kind by kind
     * @throws UprightPencilException
     */
    public function all(): array
    {
        return [
            ...(new FirstGlance($this->marked->score))->all(),
            ...$this->balance(),
            ...$this->hard(),
            ...$this->sections(),
            ...$this->firsts(),
        ];
    }

    /** @return list<GlanceItem> */
    private function balance(): array
    {
        $items = [];
        foreach ((new Balance($this->marked))->all() as $one) {
            $place = $this->marked->place($one->from, $one->to);
            $items[] = new GlanceItem(GlanceKind::Balance, $place, $one->text, $one->parts[0] ?? '', '', $one->from, $one->why);
        }

        return $items;
    }

    /**
     * @return list<GlanceItem> the hardest first
     * @throws UprightPencilException
     */
    private function hard(): array
    {
        $hardness = Hardness::of($this->marked);
        $measures = array_keys($this->marked->score->measures);
        usort($measures, static fn (int $a, int $b): int => [$hardness->at($b), $a] <=> [$hardness->at($a), $b]);
        $items = [];
        foreach (array_slice($measures, 0, self::MOST) as $measure) {
            $causes = $hardness->causesAt($measure);
            if ($hardness->at($measure) < self::HARD || $causes === []) {
                break;
            }
            $items[] = new GlanceItem(
                GlanceKind::Hard,
                PlaceWords::measure($this->marked->score->measures[$measure]),
                round($hardness->at($measure) * 100) . ' %: ' . implode(', ', array_unique(array_map(
                    static fn (HardCause $cause): string => $cause->text,
                    $causes,
                ))),
                $causes[0]->parts[0] ?? '',
                $causes[0]->note ?? '',
                $measure,
                implode('; ', array_map($this->weighed(...), $causes)) . '. Together '
                    . round(array_sum(array_map(static fn (HardCause $cause): float => $cause->weight, $causes)), 2)
                    . ', and each further cause adds less than the one before it',
            );
        }

        return $items;
    }

    private function weighed(HardCause $cause): string
    {
        $names = $this->marked->names();
        $who = Listing::of(array_map(static fn (string $part): string => $names[$part] ?? '', $cause->parts));

        return trim("{$who} {$cause->text} ") . ' ' . round($cause->weight, 2);
    }

    /**
     * @return list<GlanceItem>
     * @throws UprightPencilException
     */
    private function sections(): array
    {
        $plans = array_map(static fn (PracticePart $part): PartPlan => $part->plan, $this->marked->parts);

        return $this->flagged((new Comparison($this->marked->score, $plans))->flags(), GlanceKind::Sections, '');
    }

    /** @return list<GlanceItem> */
    private function firsts(): array
    {
        $items = [];
        foreach ($this->marked->parts as $part) {
            $flags = array_values(array_filter(
                $part->plan->flags,
                static fn (Flag $flag): bool => in_array($flag->code, self::FIRSTS, true),
            ));
            array_push($items, ...$this->flagged($flags, GlanceKind::Firsts, "{$part->plan->part->name}: "));
        }

        return $items;
    }

    /**
     * @param list<Flag> $flags
     * @return list<GlanceItem>
     */
    private function flagged(array $flags, GlanceKind $kind, string $before): array
    {
        $items = [];
        foreach ($flags as $flag) {
            $place = $flag->allPlaces()[0] ?? null;
            if ($place !== null) {
                $items[] = new GlanceItem(
                    $kind,
                    PlaceWords::measure($this->marked->score->measures[$place->measure]),
                    $before . rtrim($flag->text, '.'),
                    $place->partId ?? '',
                    $place->noteId ?? '',
                    $place->measure,
                );
            }
        }

        return $items;
    }
}
