<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\SectionPlan;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Practice\FingerPatterns;
use UprightPencil\Practice\PatternMeeting;
use UprightPencil\Practice\PatternUse;

/**
 * Which finger patterns a part needs, and where two meet.
 *
 * @phpstan-type PatternRow array{string: string, position: string, pattern: string, note: string, measures: list<string>,
 *     ranges: string}
 * @phpstan-type MeetingRow array{measure: string, index: int, text: string}
 * @phpstan-type PatternMap array{patterns: list<PatternRow>, meetings: list<MeetingRow>}
 */
final class PatternResource
{
    /** @return PatternMap */
    public static function of(SectionPlan $plan): array
    {
        $patterns = new FingerPatterns($plan->part->part, $plan->part->fingers);
        $number = static fn (int $index): string => $plan->score->measures[$index]->number;

        return [
            'patterns' => array_map(static fn (PatternUse $use): array => [
                'string' => $use->string,
                'position' => $use->position,
                'pattern' => $use->pattern,
                'note' => $use->note,
                'measures' => array_map($number, $use->measures),
                'ranges' => PlaceWords::runs($plan->score->measures, $use->measures),
            ], $patterns->map()),
            'meetings' => array_map(static fn (PatternMeeting $meeting): array => [
                'measure' => $number($meeting->measure),
                'index' => $meeting->measure,
                'text' => $meeting->text,
            ], $patterns->meetings()),
        ];
    }
}
