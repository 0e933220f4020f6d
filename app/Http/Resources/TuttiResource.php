<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Models\Section;
use App\Plans\ClassSettings;
use App\Plans\KeptAnswers;
use App\Plans\SectionPlan;
use App\Plans\SectionPlanner;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagPlace;
use UprightPencil\Review\Remedy;
use UprightPencil\Sections\Comparison;
use UprightPencil\Sections\Entrance;
use UprightPencil\Sections\Entrances;
use UprightPencil\Sections\Quarrels;
use UprightPencil\Sections\SharedStretch;
use UprightPencil\Sections\Unison;
use UprightPencil\Sections\Unisons;
use UprightPencil\Settings\CountingWords;

/**
 * All sections at once: their strokes side by side, what they share and where they differ.
 *
 * @phpstan-type TuttiStroke array{note: string, place: string, onset: float, end: float, direction: value-of<Direction>|null,
 *     join: value-of<BowConnection>|null, voice: string, ticks: list<float>}
 * @phpstan-type TuttiFinger array{onset: float, number: string, string: string, shift: bool}
 * @phpstan-type TuttiLines array{section: int, lines: list<string>}
 * @phpstan-type TuttiWay array{text: string, parts: list<TuttiLines>}
 * @phpstan-type TuttiSpan array{part: string, from: float, to: float}
 * @phpstan-type TuttiEvent array{text: string, spans: list<TuttiSpan>, ways: list<TuttiWay>}
 * @phpstan-type TuttiStretch array{one: string, other: string, from: float, to: float, measures: list<string>, agrees: bool,
 *     quarrels: bool}
 * @phpstan-type TuttiSection array{id: int, part: string, name: string, strokes: list<TuttiStroke>, fingers: list<TuttiFinger>}
 * @phpstan-type TuttiMeasure array{number: string, onset: float, length: float, rehearsal: string|null}
 * @phpstan-type TuttiEntrance array{part: string, onset: float, text: string}
 * @phpstan-type TuttiUnison array{onset: float, name: string, parts: list<string>, unison: bool}
 * @phpstan-type Tutti array{title: string, counts: value-of<CountingWords>, measures: list<TuttiMeasure>,
 *     sections: list<TuttiSection>, stretches: list<TuttiStretch>, quarrels: list<TuttiEvent>, hands: list<TuttiEvent>,
 *     entrances: list<TuttiEntrance>, unisons: list<TuttiUnison>}
 */
final readonly class TuttiResource
{
    private const PART = 'part ';

    public function __construct(private SectionPlanner $plans, private KeptAnswers $kept)
    {
    }

    /** @return Tutti */
    public function of(Piece $piece): array
    {
        /** @var Tutti $tutti */
        $tutti = $this->kept->remember('tutti', $piece, fn (): array => $this->together($piece));

        return $tutti;
    }

    /** @return Tutti */
    private function together(Piece $piece): array
    {
        $plans = $this->plansOf($piece);
        $sections = $piece->sections->keyBy('part_id');
        if ($plans === []) {
            return [
                'title' => $piece->title, 'counts' => CountingWords::American->value, 'sections' => [], 'measures' => [],
                'stretches' => [], 'quarrels' => [], 'hands' => [], 'entrances' => [], 'unisons' => [],
            ];
        }
        $score = $plans[0]->score;
        $parts = array_map(static fn (SectionPlan $plan): Part => $plan->part->part, $plans);
        $comparison = new Comparison($score, array_map(static fn (SectionPlan $plan): PartPlan => $plan->part, $plans));
        $stretches = $comparison->stretches();
        $quarrels = new Quarrels($score, $comparison);
        $ids = $piece->sections->mapWithKeys(static fn (Section $section): array => [$section->name => $section->id])->all();
        $event = static fn (Flag $flag): array => self::event($flag, $score, $ids);

        return [
            'title' => $piece->title,
            'counts' => ClassSettings::for($piece)->words()->value,
            'measures' => array_map(static fn (Measure $measure): array => [
                'number' => $measure->number,
                'onset' => $measure->onset->toFloat(),
                'length' => $measure->length->toFloat(),
                'rehearsal' => $measure->rehearsal,
            ], $score->measures),
            'sections' => array_map(fn (SectionPlan $plan): array => [
                'id' => $sections[$plan->part->part->id]->id,
                'part' => $plan->part->part->id,
                'name' => $plan->part->part->name,
                'strokes' => $this->strokes($plan),
                'fingers' => $this->fingers($plan),
            ], $plans),
            'entrances' => array_map(static fn (Entrance $one): array => [
                'part' => $one->part,
                'onset' => $one->onset->toFloat(),
                'text' => PlaceWords::beat($one->beat),
            ], (new Entrances($score))->of($parts)),
            'unisons' => array_map(static fn (Unison $one): array => [
                'onset' => $one->onset->toFloat(),
                'name' => $one->name,
                'parts' => $one->parts,
                'unison' => $one->isUnison,
            ], (new Unisons($score))->of($parts)),
            'stretches' => array_map(
                fn (SharedStretch $stretch): array => $this->stretch($stretch, $quarrels->isOver($stretch), $plans),
                $stretches,
            ),
            'quarrels' => array_map($event, $comparison->quarrels($stretches)),
            'hands' => array_map($event, $comparison->hands($stretches)),
        ];
    }

    /** @return list<SectionPlan> */
    private function plansOf(Piece $piece): array
    {
        return array_values($piece->sections->map(fn (Section $section): SectionPlan => $this->plans->of($section))->all());
    }

    /** @return list<TuttiStroke> */
    private function strokes(SectionPlan $plan): array
    {
        $strokes = [];
        $places = Places::of($plan->score, $plan->part->part);
        foreach ($plan->part->part->notes as $note) {
            $bow = $plan->part->bow->at($note->id);
            if ($note->isGrace || $note->inChord) {
                continue;
            }
            $onset = $plan->score->onsetOf($note)->toFloat();
            $end = $onset + $note->duration->toFloat();
            $last = count($strokes) - 1;
            if ($bow !== null && !$bow->isHead && $last >= 0 && $strokes[$last]['direction'] !== null) {
                $strokes[$last]['end'] = $end;
                if ($bow->connection->value !== 'tie') {
                    $strokes[$last]['ticks'][] = $onset;
                }
                continue;
            }
            $strokes[] = [
                'note' => $note->id,
                'place' => $places->inWords($note->id),
                'onset' => $onset,
                'end' => $end,
                'direction' => $bow?->direction->value,
                'join' => $bow?->connection->value,
                'voice' => $note->voice,
                'ticks' => [],
            ];
        }

        return $strokes;
    }

    /** @return list<TuttiFinger> the finger of every note, and where the hand moves */
    private function fingers(SectionPlan $plan): array
    {
        $fingers = [];
        foreach ($plan->part->part->notes as $note) {
            $finger = $plan->part->fingers->at($note->id);
            if ($finger !== null && !$note->isGrace && !$note->tieStop && !$note->inChord) {
                $fingers[] = [
                    'onset' => $plan->score->onsetOf($note)->toFloat(),
                    'number' => (string) $finger->number,
                    'string' => $finger->string,
                    'shift' => $finger->isShift,
                ];
            }
        }

        return $fingers;
    }

    /**
     * @param list<SectionPlan> $plans
     * @return TuttiStretch
     */
    private function stretch(SharedStretch $stretch, bool $quarrels, array $plans): array
    {
        $plan = array_values(array_filter($plans, static fn (SectionPlan $plan): bool => $plan->part->part->id === $stretch->one))[0];
        $positions = $plan->part->part->positionsById();
        $differs = [...$stretch->slursDiffer, ...$stretch->directionsDiffer];
        // A quarrel is drawn where it is; what is shared in peace, over its whole length.
        [$from, $to] = $differs === [] ? [0, count($stretch->pairs) - 1] : [min($differs), max($differs)];
        $first = $plan->part->part->notes[$positions[$stretch->pairs[$from]->one]];
        $last = $plan->part->part->notes[$positions[$stretch->pairs[$to]->one]];

        return [
            'one' => $stretch->one,
            'other' => $stretch->other,
            'from' => $plan->score->onsetOf($first)->toFloat(),
            'to' => $plan->score->onsetOf($last)->plus($last->duration)->toFloat(),
            'measures' => [
                $plan->score->measures[$stretch->fromMeasure]->number,
                $plan->score->measures[$stretch->toMeasure]->number,
            ],
            'agrees' => $stretch->agrees(),
            'quarrels' => $quarrels,
        ];
    }

    /**
     * One thing for all the sections concerned.
     *
     * @param array<string, int> $ids of the sections, by the names of their parts
     * @return TuttiEvent
     */
    private static function event(Flag $flag, Score $score, array $ids): array
    {
        return [
            'text' => $flag->text,
            'spans' => array_map(static fn (FlagPlace $place): array => [
                'part' => (string) $place->partId,
                'from' => $score->measures[$place->measure]->onset->toFloat(),
                'to' => $score->measures[$place->until ?? $place->measure]->end()->toFloat(),
            ], $flag->allPlaces()),
            'ways' => array_map(static fn (Remedy $way): array => [
                'text' => $way->text,
                'parts' => self::byPart($way->lines, $ids),
            ], $flag->ways),
        ];
    }

    /**
     * @param list<string> $lines each part's under its name
     * @param array<string, int> $ids
     * @return list<TuttiLines>
     */
    private static function byPart(array $lines, array $ids): array
    {
        $parts = [];
        $section = null;
        foreach ($lines as $line) {
            if (str_starts_with($line, self::PART)) {
                $section = $ids[substr($line, strlen(self::PART))] ?? null;
            } elseif ($section !== null) {
                $parts[$section][] = $line;
            }
        }

        return array_map(
            static fn (int $id, array $own): array => ['section' => $id, 'lines' => array_values(array_unique($own))],
            array_keys($parts),
            $parts,
        );
    }
}
