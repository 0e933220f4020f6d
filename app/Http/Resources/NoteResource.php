<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Section;
use App\Plans\SectionPlanner;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Mark;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\WhatIf;
use UprightPencil\Plan\WhatIfs;
use UprightPencil\Sections\ReturnBowing;
use UprightPencil\Sections\Returns;

/**
 * What the desk asks about one note: why this finger, what an open choice or the other bow would do, where it comes again.
 *
 * @phpstan-import-type Finger from MarkedScoreJson
 * @phpstan-import-type Future from MarkedScoreJson
 * @phpstan-import-type Way from MarkedScoreJson
 * @phpstan-type NoteDetail array{finger: Finger|null, choices: list<Future>, bows: list<Future>, again: list<string>,
 *     bowedBefore: Way|null}
 */
final readonly class NoteResource
{
    public function __construct(private SectionPlanner $plans)
    {
    }

    /** @return NoteDetail */
    public function of(Section $section, string $note): array
    {
        $plan = $this->plans->of($section, null, $note);
        [$score, $part] = [$plan->score, $plan->part->part];
        $finger = $plan->part->fingers->at($note);
        $whatIfs = new WhatIfs($this->plans->planner($section));

        return [
            'finger' => $finger === null ? null : DeskResource::finger($finger, true),
            'choices' => array_map(MarkedScoreJson::future(...), $whatIfs->of($score, $part, $plan->part->book)[$note] ?? []),
            'bows' => array_map(MarkedScoreJson::future(...), $this->otherBows($whatIfs, $score, $plan->part, $note)),
            'again' => (new Returns($score, $score->parts))->sameNotes($part, $note),
            'bowedBefore' => $this->bowedBefore($score, $plan->part, $note),
        ];
    }

    /** @return list<WhatIf> the other direction of the stroke a note begins, and what it would do to what follows */
    private function otherBows(WhatIfs $whatIfs, Score $score, PartPlan $plan, string $note): array
    {
        $bow = $plan->bow->at($note);
        if ($bow === null || !$bow->isHead) {
            return [];
        }
        $other = $bow->direction->opposite();
        $mark = new Mark('', [new BowDirection($other)], $note, $note);

        return [$whatIfs->ofMark($score, $plan, $mark, $other->value, ["{$note} {$other->value}"])];
    }

    /** @return Way|null what the bow does otherwise here than when the passage came before */
    private function bowedBefore(Score $score, PartPlan $plan, string $note): ?array
    {
        $measure = $plan->part->notes[$plan->part->positionsById()[$note]]->measure;
        $bowing = new ReturnBowing($score, $plan->part, $plan->bow);
        foreach ((new Returns($score, [$plan->part]))->all() as $return) {
            $difference = $return->has($measure) ? $bowing->difference($return) : null;
            if ($difference !== null) {
                return MarkedScoreJson::way($difference);
            }
        }

        return null;
    }
}
