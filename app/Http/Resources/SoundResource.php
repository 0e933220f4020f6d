<?php

declare(strict_types=1);

namespace App\Http\Resources;

use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Sound\SoundLine;
use UprightPencil\Sound\SoundNote;

/**
 * What a part sounds like, for a browser that plays it.
 *
 * @phpstan-type Tone array{id: string, at: float, until: float, start: float, end: float, key: int, level: float, leaves: float,
 *     isStroke: bool, isPlucked: bool, isAccented: bool, isTremolo: bool, line: int}
 */
final class SoundResource
{
    /**
     * @param TempoMap $tempo with what the director set
     * @return list<Tone>
     */
    public static function of(Score $score, PartPlan $plan, TempoMap $tempo): array
    {
        return self::tones(SoundLine::of($score, $plan, $tempo));
    }

    /**
     * @param list<SoundNote> $tones
     * @return list<Tone>
     */
    public static function tones(array $tones): array
    {
        return array_map(static fn (SoundNote $note): array => [
            'id' => $note->id,
            'at' => round($note->at, 4),
            'until' => round($note->until, 4),
            'start' => round($note->start, 4),
            'end' => round($note->end, 4),
            'key' => $note->key,
            'level' => $note->level,
            'leaves' => $note->leaves,
            'isStroke' => $note->isStroke,
            'isPlucked' => $note->isPlucked,
            'isAccented' => $note->isAccented,
            'isTremolo' => $note->isTremolo,
            'line' => $note->line,
        ], $tones);
    }
}
