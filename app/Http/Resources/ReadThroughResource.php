<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\LeftFlag;
use App\Models\Piece;
use App\Plans\KeptAnswers;
use App\Plans\SectionPlanner;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagRank;

/**
 * Everything that needs a look, section by section in playing order.
 *
 * @phpstan-import-type Way from MarkedScoreJson
 * @phpstan-import-type PlaceOfFlag from MarkedScoreJson
 * @phpstan-type ReadThroughFlag array{code: value-of<FlagCode>, measure?: string, beat?: string, part?: string, note?: string,
 *     text: string, ways: list<Way>, title: string, rank: value-of<FlagRank>, rankWords: string, beatWords: string,
 *     places?: list<PlaceOfFlag>, index: int|null, indexes: list<int>, key: string, leftBy: string|null, section: int,
 *     sectionName: string}
 * @phpstan-type ReadThrough array{title: string, flags: list<ReadThroughFlag>, revision: int}
 */
final readonly class ReadThroughResource
{
    public function __construct(private SectionPlanner $plans, private KeptAnswers $kept)
    {
    }

    /** @return ReadThrough */
    public function of(Piece $piece): array
    {
        $left = LeftFlag::query()->with('user')->where('piece_id', $piece->id)->get()->keyBy('key');
        /** @var list<ReadThroughFlag> $rows */
        $rows = $this->kept->remember('read-through', $piece, fn (): array => $this->flags($piece));

        return [
            'title' => $piece->title,
            'flags' => array_map(
                static fn (array $row): array => [...$row, 'leftBy' => $left->get($row['key'])?->user->name],
                $rows,
            ),
            'revision' => $piece->revision,
        ];
    }

    /** @return list<ReadThroughFlag> */
    private function flags(Piece $piece): array
    {
        $rows = [];
        foreach ($piece->sections as $section) {
            $plan = $this->plans->of($section);
            foreach ($plan->part->flags as $flag) {
                $rows[] = [...FlagResource::of($flag, $plan->score, null), 'section' => $section->id, 'sectionName' => $section->name];
            }
        }
        usort($rows, static fn (array $a, array $b): int => $a['index'] <=> $b['index'] ?: $a['section'] <=> $b['section']);

        return $rows;
    }
}
