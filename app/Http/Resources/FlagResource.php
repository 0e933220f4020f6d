<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\LeftFlag;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Music\Direction;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagPlace;
use UprightPencil\Review\FlagRank;

/**
 * A flag as the screens show it.
 *
 * @phpstan-import-type Way from MarkedScoreJson
 * @phpstan-import-type PlaceOfFlag from MarkedScoreJson
 * @phpstan-type FlagRow array{code: value-of<FlagCode>, measure?: string, beat?: string, part?: string, note?: string, text: string,
 *     ways: list<Way>, title: string, rank: value-of<FlagRank>, rankWords: string, beatWords: string, places?: list<PlaceOfFlag>,
 *     index: int|null, indexes: list<int>, key: string, leftBy: string|null}
 */
final class FlagResource
{
    /**
     * @param LeftFlag|null $left who left it as it is; null for nobody
     * @return FlagRow
     */
    public static function of(Flag $flag, Score $score, ?LeftFlag $left): array
    {
        return [
            ...MarkedScoreJson::flag($flag, $score),
            'title' => $flag->code->title(),
            'rankWords' => $flag->rank()->title(),
            'beatWords' => $flag->beat === null ? '' : PlaceWords::beat($flag->beat),
            'index' => $flag->measure,
            'indexes' => self::indexes($flag),
            'key' => $flag->key(),
            'leftBy' => $left?->user->name,
        ];
    }

    /** @return list<int> measures it stands in, by their index */
    private static function indexes(Flag $flag): array
    {
        $measures = array_map(static fn (FlagPlace $place): int => $place->measure, $flag->allPlaces());

        return array_values(array_unique($measures));
    }
}
