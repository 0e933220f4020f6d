<?php

declare(strict_types=1);

namespace UprightPencil\Review\Reading;

use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** The same note before and after a barline, without a tie: it is played again, and easily held. */
final readonly class NotesAcrossBarlines implements PartCheck
{
    public function flags(Score $score, Part $part, MarkBook $book): array
    {
        $flags = [];
        foreach (Line::allOf($score, $part) as $line) {
            foreach ($line->events as $index => $event) {
                $before = $line->events[$index - 1] ?? null;
                $isNext = $before !== null && $before->measure === $event->measure - 1 && $before->end()->equals($event->onset);
                $note = $part->notes[$event->notes[0]];
                $last = $part->notes[($before ?? $event)->notes[0]];
                // Where notes are repeated anyway nobody holds one.
                $isTold = $isNext && !$last->tieStart && $note->pitch !== null && $last->pitch?->equals($note->pitch) === true
                    && $before->duration->compare($score->measures[$before->measure]->meter->pulse()) > 0;
                if ($isTold) {
                    $flags[] = new Flag(
                        FlagCode::RepeatOverBarline,
                        "{$note->pitch->spoken()} again across the barline: it is not tied.",
                        $part->id,
                        $event->measure,
                        $score->measures[$event->measure]->meter->beatAt($event->offset),
                        $note->id,
                        cause: 'again',
                    );
                }
            }
        }

        return $flags;
    }
}
