<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\Piece;
use App\Models\Section;
use App\Plans\SectionPlanner;
use UprightPencil\Music\Part;
use UprightPencil\Rehearsal\MarkedParts;

/** All sections of a piece as they are marked, in one score. */
final readonly class PieceParts
{
    public function __construct(private SectionPlanner $plans)
    {
    }

    /** @return MarkedParts|null null for a piece without strings */
    public function of(Piece $piece): ?MarkedParts
    {
        $plans = [];
        $score = null;
        foreach ($piece->sections as $section) {
            /** @var Section $section */
            $plan = $this->plans->of($section);
            $score ??= $plan->score;
            $plans[] = [$plan->part, $this->plans->options($section)->withTempos($piece->temposFor($plan->score))];
        }
        if ($score === null) {
            return null;
        }
        $score = $score->withParts(...array_map(static fn (array $one): Part => $one[0]->part, $plans));
        $marked = MarkedParts::of($score, $plans);

        return $marked->parts === [] ? null : $marked;
    }
}
