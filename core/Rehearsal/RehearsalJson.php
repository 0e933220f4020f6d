<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal;

use UprightPencil\Music\Listing;
use UprightPencil\Rehearsal\Grid\GridEvent;
use UprightPencil\Rehearsal\Grid\GridMeasure;
use UprightPencil\Rehearsal\Hardness\HardCause;
use UprightPencil\Rehearsal\Planning\PlanEntry;
use UprightPencil\Rehearsal\Planning\RehearsalPlan;
use UprightPencil\Rehearsal\Planning\Stretch;
use UprightPencil\Rehearsal\Tuning\TunedPart;
use UprightPencil\Rehearsal\Tuning\TuningPlace;
use UprightPencil\Sections\TunePassage;

/** What there is to rehearse in a piece, in the shape that scripts rely on. Parts are told by their ids, measures by printed numbers. */
final readonly class RehearsalJson
{
    public function __construct(private MarkedParts $marked)
    {
    }

    /** @return array<string, mixed> */
    public function tuning(TuningPlace $place): array
    {
        return [
            'measure' => $this->number($place->measure),
            'beat' => (string) $place->beat,
            'from' => $this->number($place->from),
            'seconds' => $place->seconds,
            'pitchClass' => $place->pitchClass,
            'parts' => array_map(static fn (TunedPart $part): array => [
                'part' => $part->partId,
                'pitch' => (string) $part->pitch,
                'open' => $part->isOpen,
                'octaveOfOpen' => $part->isOctaveOfOpen(),
            ], $place->parts),
            'without' => array_map(fn (string $part, ?int $instead): array => [
                'part' => $part,
                'instead' => $instead === null ? null : $this->number($instead),
            ], array_map(strval(...), array_keys($place->without)), array_values($place->without)),
            'hear' => $place->hear,
        ];
    }

    /** @return array<string, mixed> */
    public function entrances(GridMeasure $measure): array
    {
        return [
            'measure' => $this->number($measure->index),
            'events' => array_map(static fn (GridEvent $event): array => [
                'beat' => $event->beat->toDecimal(),
                'part' => $event->partId,
                'line' => $event->line,
                'does' => $event->does->value,
            ], $measure->events),
            'text' => implode('; ', $measure->told),
        ];
    }

    /** @return array<string, mixed> */
    public function stretch(Stretch $stretch): array
    {
        return [
            'from' => $this->number($stretch->from),
            'to' => $this->number($stretch->to),
            'hardness' => $stretch->hardness,
            'causes' => array_map($this->cause(...), $stretch->causes),
            'minutes' => round($stretch->minutes(), 1),
        ];
    }

    /** @return array<string, mixed> */
    public function entry(PlanEntry $entry): array
    {
        return [
            'at' => $entry->at,
            'minutes' => $entry->minutes,
            'kind' => $entry->kind->value,
            'from' => $this->number($entry->from),
            'to' => $this->number($entry->to),
            'parts' => $entry->parts,
            'tempo' => $entry->tempo,
            'why' => $entry->why,
        ];
    }

    /** @return list<array<string, mixed>> */
    public function plan(RehearsalPlan $plan): array
    {
        return array_map($this->entry(...), $plan->entries);
    }

    /** @return list<array<string, mixed>> a row for each part that has the tune */
    public function tune(TunePassage $passage): array
    {
        return array_map(fn (int $part): array => [
            'from' => $this->number($passage->from),
            'to' => $this->number($passage->to),
            'part' => $this->marked->score->parts[$part]->id,
        ], $passage->parts);
    }

    private function cause(HardCause $cause): string
    {
        $names = $this->marked->names();
        $who = Listing::of(array_map(static fn (string $part): string => $names[$part] ?? $part, $cause->parts));

        return "{$cause->text}, m. {$this->number($cause->measure)}" . ($who === '' ? '' : ", {$who}");
    }

    private function number(int $measure): string
    {
        return $this->marked->score->measures[$measure]->number;
    }
}
