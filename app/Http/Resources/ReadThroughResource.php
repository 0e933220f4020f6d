<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\LeftFlag;
use App\Models\Piece;
use App\Models\User;
use App\Plans\KeptAnswers;
use App\Plans\SectionPlanner;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Music\Measure;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagRank;

/**
 * Everything that needs a look, section by section in playing order.
 *
 * @phpstan-import-type Way from MarkedScoreJson
 * @phpstan-import-type PlaceOfFlag from MarkedScoreJson
 * @phpstan-type ReadThroughFlag array{code: value-of<FlagCode>, measure?: string, beat?: string, part?: string, note?: string,
 *     text: string, ways: list<Way>, title: string, rank: value-of<FlagRank>, rankWords: string, beatWords: string,
 *     places?: list<PlaceOfFlag>, index: int|null, indexes: list<int>, key: string, leftBy: string|null, reason: string|null,
 *     section: int, sectionName: string, mayMark: bool}
 * @phpstan-type Passage array{name: string, from: int, until: int}
 * @phpstan-type ReadThrough array{title: string, flags: list<ReadThroughFlag>, revision: int, passages: list<Passage>, measures: int}
 */
final readonly class ReadThroughResource
{
    public function __construct(private SectionPlanner $plans, private KeptAnswers $kept)
    {
    }

    /** @return ReadThrough */
    public function of(Piece $piece, User $user): array
    {
        $left = LeftFlag::query()->with('user')->where('piece_id', $piece->id)->get()->keyBy('key');
        /** @var list<ReadThroughFlag> $rows */
        $rows = $this->kept->remember('read-through', $piece, fn (): array => $this->flags($piece));

        $may = [];
        foreach ($piece->sections as $section) {
            $may[$section->id] = $piece->roleOf($user, $section)?->mayPropose() === true;
        }
        /** @var array{passages: list<Passage>, measures: int} $measures */
        $measures = $this->kept->remember('passages', $piece, fn (): array => $this->passages($piece));

        return [
            'title' => $piece->title,
            'flags' => array_map(
                static fn (array $row): array => [
                    ...$row,
                    'leftBy' => $left->get($row['key'])?->user->name,
                    'reason' => $left->get($row['key'])?->reason,
                    'mayMark' => $may[$row['section']] ?? false,
                ],
                $rows,
            ),
            'revision' => $piece->revision,
            ...$measures,
        ];
    }

    /** @return array{passages: list<Passage>, measures: int} from one rehearsal mark to the next, by index, the last measure left out */
    private function passages(Piece $piece): array
    {
        $section = $piece->sections->first();
        $measures = $section === null ? [] : $this->plans->score($section)->measures;
        $starts = array_filter(array_map(static fn (Measure $measure): ?string => $measure->rehearsal, $measures));
        $passages = [];
        foreach (array_keys($starts) as $at => $from) {
            $until = array_keys($starts)[$at + 1] ?? count($measures);
            $passages[] = ['name' => $starts[$from], 'from' => $from, 'until' => $until];
        }
        if ($passages !== [] && $passages[0]['from'] > 0) {
            array_unshift($passages, ['name' => 'the beginning', 'from' => 0, 'until' => $passages[0]['from']]);
        }

        return ['passages' => $passages, 'measures' => count($measures)];
    }

    /** @return list<ReadThroughFlag> */
    private function flags(Piece $piece): array
    {
        $rows = [];
        foreach ($piece->sections as $section) {
            $plan = $this->plans->of($section);
            foreach ($plan->part->flags as $flag) {
                $rows[] = [
                    ...FlagResource::of($flag, $plan->score, null),
                    'reason' => null,
                    'section' => $section->id,
                    'sectionName' => $section->name,
                    'mayMark' => false,
                ];
            }
        }
        usort($rows, static fn (array $a, array $b): int => $a['index'] <=> $b['index'] ?: $a['section'] <=> $b['section']);

        return $rows;
    }
}
