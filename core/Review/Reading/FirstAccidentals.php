<?php

declare(strict_types=1);

namespace UprightPencil\Review\Reading;

use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** The first time a note outside the key is met, once the part is under way. */
final readonly class FirstAccidentals implements PartCheck
{
    /** Measures in which everything is new. */
    private const BEGINNING = 4;

    public function flags(Score $score, Part $part, MarkBook $book): array
    {
        $flags = [];
        $met = [];
        foreach ($part->notes as $note) {
            $pitch = $note->pitch;
            if ($pitch === null || $note->isGrace) {
                continue;
            }
            $name = $pitch->spoken();
            if (isset($met[$name])) {
                continue;
            }
            $met[$name] = true;
            $measure = $score->measures[$note->measure];
            $isInKey = $pitch->alteration === Pitch::alterationInKey($pitch->letter, $part->keyIn($measure));
            if (!$isInKey && $measure->index >= self::BEGINNING) {
                $flags[] = new Flag(
                    FlagCode::FirstMet,
                    "The first {$name} of the part.",
                    $part->id,
                    $note->measure,
                    $measure->meter->beatAt($note->offset),
                    $note->id,
                );
            }
        }

        return $flags;
    }
}
