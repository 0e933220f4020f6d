<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\LeftFlag;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;

/** A flag as the screens show it. */
final class FlagRow
{
    /** @return array<string, mixed> */
    public static function of(Flag $flag, Score $score, mixed $left): array
    {
        return [
            ...MarkedScoreJson::flag($flag, $score),
            'title' => $flag->code->title(),
            'index' => $flag->measure,
            'key' => $flag->key(),
            'leftBy' => $left instanceof LeftFlag ? $left->user->name : null,
        ];
    }
}
