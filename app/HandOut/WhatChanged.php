<?php

declare(strict_types=1);

namespace App\HandOut;

use App\Http\Resources\PartPageResource;
use App\Models\Edition;
use App\Models\Section;
use App\Plans\SectionPlan;
use App\Plans\SectionPlanner;
use UprightPencil\Editions\Change;
use UprightPencil\Editions\Changes;
use UprightPencil\Editions\MarkedScoreFile;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Plan\ScorePlan;
use UprightPencil\Roadmap\Roadmap;

/**
 * What is otherwise in one edition than in another: what was decided, and apart from it what follows.
 *
 * @phpstan-import-type EditionChange from PartPageResource
 */
final readonly class WhatChanged
{
    /** More are not read by anybody: the part is a new one. */
    private const MOST = 200;

    public function __construct(private SectionPlanner $plans)
    {
    }

    /** A part as it is kept beside its edition, to be compared with later ones. */
    public static function told(SectionPlan $plan): string
    {
        $score = new ScorePlan($plan->score, Roadmap::of($plan->score), [$plan->part], []);

        return (string) gzcompress((new MarkedScoreJson())->write($score));
    }

    /** @return list<EditionChange>|null null where one of them is from before this was kept */
    public function between(Edition $before, Edition $after): ?array
    {
        return self::compare($before->told, $after->told);
    }

    /** @return list<EditionChange>|null what players will be told when the part is handed out as it stands; null where nothing can be said */
    public function sinceHandedOut(Section $section): ?array
    {
        /** @var Edition|null $newest */
        $newest = $section->editions()->reorder('number', 'desc')->first(['id', 'told']);

        return $newest?->told === null ? null : self::compare($newest->told, self::told($this->plans->of($section)));
    }

    /** @return list<EditionChange>|null */
    private static function compare(?string $before, ?string $after): ?array
    {
        if ($before === null || $after === null) {
            return null;
        }
        $file = new MarkedScoreFile();
        try {
            $changes = Changes::between($file->read((string) gzuncompress($before)), $file->read((string) gzuncompress($after)));
        } catch (UprightPencilException) {
            return null;
        }

        return array_map(static fn (Change $change): array => [
            'text' => $change->text,
            'kind' => $change->kind->value,
            'from' => $change->from,
            'to' => $change->to,
        ], array_slice($changes, 0, self::MOST));
    }
}
