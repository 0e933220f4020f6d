<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\LeftFlag;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/**
 * A flag as the screens show it.
 *
 * @phpstan-import-type Way from MarkedScoreJson
 * @phpstan-type FlagRow array{code: value-of<FlagCode>, measure?: string, beat?: string, part?: string, note?: string, text: string,
 *     ways: list<Way>, title: string, index: int|null, key: string, leftBy: string|null}
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
            'index' => $flag->measure,
            'key' => $flag->key(),
            'leftBy' => $left?->user->name,
        ];
    }
}
