<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Resources\FlagRow;
use App\Models\LeftFlag;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\KeptAnswers;
use App\Plans\SectionPlan;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Part;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Review\Flag;
use UprightPencil\Review\Remedy;
use UprightPencil\Sections\Comparison;
use UprightPencil\Sections\Entrances;
use UprightPencil\Sections\SharedStretch;
use UprightPencil\Sections\Unisons;

/** All sections at once: their strokes side by side, and everything that needs a look in playing order. */
final class TuttiController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans, private readonly KeptAnswers $kept)
    {
    }

    public function show(Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($this->kept->remember('tutti', $piece, fn (): array => $this->together($piece)));
    }

    /** @return array<string, mixed> */
    private function together(Piece $piece): array
    {
        $plans = $this->plansOf($piece);
        $sections = $piece->sections->keyBy('part_id');
        if ($plans === []) {
            return array_fill_keys(['sections', 'measures', 'stretches', 'hands', 'entrances', 'unisons'], []);
        }
        $score = $plans[0]->score;
        $parts = array_map(static fn (SectionPlan $plan): Part => $plan->part->part, $plans);
        $comparison = new Comparison($score, array_map(static fn (SectionPlan $plan): PartPlan => $plan->part, $plans));
        $stretches = $comparison->stretches();

        return [
            'title' => $piece->title,
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
            'entrances' => array_map(static fn (array $one): array => [
                'part' => $one['part'],
                'onset' => $one['onset']->toFloat(),
                'text' => "beat {$one['beat']->toDecimal()}",
            ], (new Entrances($score))->of($parts)),
            'unisons' => array_map(static fn (array $one): array => [
                'onset' => $one['onset']->toFloat(),
                'name' => $one['name'],
                'parts' => $one['parts'],
                'unison' => $one['isUnison'],
            ], (new Unisons($score))->of($parts)),
            'stretches' => array_map(
                fn (SharedStretch $stretch): array => $this->stretch($stretch, $comparison, $plans),
                $stretches,
            ),
            'hands' => array_map(static fn (Flag $flag): array => [
                'onset' => $flag->measure === null ? 0.0 : $score->measures[$flag->measure]->onset->toFloat(),
                'text' => $flag->text,
                'ways' => self::ways($flag),
            ], $comparison->hands($stretches)),
        ];
    }

    /** Everything that needs a look, section by section in playing order. */
    public function readThrough(Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);
        $left = LeftFlag::query()->with('user')->where('piece_id', $piece->id)->get()->keyBy('key');
        $rows = array_map(
            static fn (array $row): array => [...$row, 'leftBy' => $left->get($row['key'])?->user->name],
            $this->kept->remember('read-through', $piece, fn (): array => $this->flags($piece)),
        );

        return response()->json(['title' => $piece->title, 'flags' => $rows, 'revision' => $piece->revision]);
    }

    /** @return list<array<string, mixed>> */
    private function flags(Piece $piece): array
    {
        $rows = [];
        foreach ($piece->sections as $section) {
            $plan = $this->plans->of($section);
            foreach ($plan->part->flags as $flag) {
                $rows[] = [...FlagRow::of($flag, $plan->score, null), 'section' => $section->id, 'sectionName' => $section->name];
            }
        }
        usort($rows, static fn (array $a, array $b): int => $a['index'] <=> $b['index'] ?: $a['section'] <=> $b['section']);

        return $rows;
    }

    /** @return list<SectionPlan> */
    private function plansOf(Piece $piece): array
    {
        return array_values($piece->sections->map(fn (Section $section): SectionPlan => $this->plans->of($section))->all());
    }

    /** @return list<array<string, mixed>> */
    private function strokes(SectionPlan $plan): array
    {
        $strokes = [];
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
                if ($bow->join->value !== 'tie') {
                    $strokes[$last]['ticks'][] = $onset;
                }
                continue;
            }
            $strokes[] = [
                'onset' => $onset,
                'end' => $end,
                'direction' => $bow?->direction->value,
                'join' => $bow?->join->value,
                'voice' => $note->voice,
                'ticks' => [],
            ];
        }

        return $strokes;
    }

    /** @return list<array{onset: float, text: string, shift: bool}> the finger of every note, and where the hand moves */
    private function fingers(SectionPlan $plan): array
    {
        $fingers = [];
        foreach ($plan->part->part->notes as $note) {
            $finger = $plan->part->fingers->at($note->id);
            if ($finger !== null && !$note->isGrace && !$note->tieStop && !$note->inChord) {
                $fingers[] = [
                    'onset' => $plan->score->onsetOf($note)->toFloat(),
                    'text' => $finger->string . $finger->number,
                    'shift' => $finger->isShift,
                ];
            }
        }

        return $fingers;
    }

    /**
     * @param list<SectionPlan> $plans
     * @return array<string, mixed>
     */
    private function stretch(SharedStretch $stretch, Comparison $comparison, array $plans): array
    {
        $plan = array_values(array_filter($plans, static fn (SectionPlan $plan): bool => $plan->part->part->id === $stretch->one))[0];
        $positions = $plan->part->part->positionsById();
        $differs = [...$stretch->slursDiffer, ...$stretch->directionsDiffer];
        // A quarrel is drawn where it is; what is shared in peace, over its whole length.
        [$from, $to] = $differs === [] ? [0, count($stretch->pairs) - 1] : [min($differs), max($differs)];
        $first = $plan->part->part->notes[$positions[$stretch->pairs[$from][0]]];
        $last = $plan->part->part->notes[$positions[$stretch->pairs[$to][0]]];
        $flag = $stretch->agrees() ? null : $comparison->flag($stretch);

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
            'text' => $flag?->text,
            'ways' => $flag === null ? [] : self::ways($flag),
        ];
    }

    /** @return list<array{text: string, lines: list<string>}> */
    private static function ways(Flag $flag): array
    {
        return array_map(static fn (Remedy $way): array => ['text' => $way->text, 'lines' => $way->lines], $flag->ways);
    }
}
