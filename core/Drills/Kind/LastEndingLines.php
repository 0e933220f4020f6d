<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\PracticePart;

/** A repeat with endings: straight into the last one. */
final readonly class LastEndingLines implements LineSource
{
    private const MEASURES_BEFORE = 2;
    private const MEASURES_OF_IT = 2;
    private const WEIGHT = 1.0;

    public function in(PracticePart $part): array
    {
        $measures = $part->score->measures;
        $proposals = [];
        foreach ($measures as $index => $measure) {
            if (!$measure->endingStarts || $measure->endings === [] || max($measure->endings) < 2) {
                continue;
            }
            $before = $index - 1;
            while ($before >= 0 && $measures[$before]->endings !== []) {
                $before--;
            }
            $from = max(0, $before - self::MEASURES_BEFORE + 1);
            $first = $part->inMeasures($from, $before)[0] ?? null;
            $end = $index;
            while ($end - $index + 1 < self::MEASURES_OF_IT && ($measures[$end + 1]->endings ?? null) === $measure->endings) {
                $end++;
            }
            if ($before < 0 || $first === null || $part->inMeasures($index, $end) === null) {
                continue;
            }
            $proposals[] = new LineProposal(
                LineKind::LastEnding,
                $part->notes[$first]->note->id,
                $first,
                [[$from, $before], [$index, $end]],
                self::WEIGHT,
                'the last ending is played once, the way into it least of all',
                LineSketch::written(
                    [
                        ...$part->written($from, $before, max($measure->endings)),
                        ...$part->written($index, $end, goesOn: true),
                    ],
                    $measures[$from]->meter,
                    $part->fifths($from),
                    $part->safeTempo($first, $part->inMeasures($index, $end)[1]),
                ),
            );
        }

        return $proposals;
    }
}
