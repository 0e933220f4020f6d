<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Section;
use UprightPencil\Plan\PlanDifference;

/**
 * What an answer to an event does to one of the parts that have it.
 *
 * @phpstan-import-type PageMeasure from DeskResource
 * @phpstan-type TogetherLook array{section: int, name: string, words: string, solved: int, raised: int, measures: list<PageMeasure>}
 */
final class TogetherResource
{
    /**
     * @param list<PageMeasure> $measures that look otherwise
     * @return TogetherLook
     */
    public static function of(Section $section, PlanDifference $difference, array $measures): array
    {
        return [
            'section' => $section->id,
            'name' => $section->name,
            'words' => $difference->words,
            'solved' => $difference->solved,
            'raised' => $difference->raised,
            'measures' => $measures,
        ];
    }
}
