<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Models\Section;
use App\Practice\ClassWarmUp;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\TempoLadder;
use UprightPencil\Drills\WarmUpStep;
use UprightPencil\Music\Instrument;
use UprightPencil\Sound\PlayAlong;

/**
 * A warm-up for the whole class.
 *
 * @phpstan-import-type Play from PlayResource
 * @phpstan-import-type Ladder from PlayResource
 * @phpstan-type WarmUpPart array{section: int, name: string, isOwn: bool, serves: list<string>, xml: string, play: Play}
 * @phpstan-type WarmUpTurn array{kind: value-of<LineKind>, title: string, how: string, why: string, caution: string, at: float,
 *     minutes: float, ladder: Ladder, parts: list<WarmUpPart>}
 * @phpstan-type WarmUpPlan array{title: string, minutes: int, turns: list<WarmUpTurn>}
 */
final readonly class WarmUpResource
{
    public function __construct(private ClassWarmUp $warmUp)
    {
    }

    /**
     * @param list<int> $sections ids of those that warm up
     * @return WarmUpPlan
     */
    public function of(Piece $piece, int $minutes, array $sections): array
    {
        return [
            'title' => $piece->title,
            'minutes' => $minutes,
            'turns' => array_map(
                fn (WarmUpStep $step): array => $this->turn($piece, $step),
                $this->warmUp->of($piece, (float) $minutes, $sections),
            ),
        ];
    }

    /** @return WarmUpTurn */
    private function turn(Piece $piece, WarmUpStep $step): array
    {
        $parts = [];
        foreach ($step->lines as $line) {
            /** @var Section $section */
            $section = $piece->sections[$line->section];
            $built = $this->warmUp->builder($section)->build($line->sketch, $step->kind->title());
            $parts[] = [
                'section' => $section->id,
                'name' => $section->name,
                'isOwn' => $line->isOwn,
                'serves' => $line->serves,
                'xml' => $built->musicXml(),
                'play' => PlayResource::of(PlayAlong::of($built->score, $built->plan), Instrument::from($section->instrument)),
            ];
        }

        return [
            'kind' => $step->kind->value,
            'title' => $step->kind->title(),
            'how' => $step->kind->how(),
            'why' => $step->why,
            'caution' => $step->kind->caution(),
            'at' => $step->at,
            'minutes' => $step->minutes,
            'ladder' => PlayResource::ladder(TempoLadder::of($step->lines[0]->sketch->tempo, null)),
            'parts' => $parts,
        ];
    }
}
