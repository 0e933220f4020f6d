<?php

declare(strict_types=1);

namespace UprightPencil\Review\Reading;

use UprightPencil\Marks\Kind\Text\Advice;
use UprightPencil\Marks\Kind\Text\Words;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Line;
use UprightPencil\Music\MeasureShapes;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\Remedy;

/** A figure that was printed with dots and comes back without: the same style, or only there? */
final readonly class StyleStops implements PartCheck
{
    private const DOTS = 2;

    public function flags(Score $score, Part $part, MarkBook $book): array
    {
        $said = [];
        $positions = $part->positionsById();
        foreach ([...$book->acting(Words::class), ...$book->acting(Advice::class)] as $mark) {
            $said[$part->notes[$positions[$mark->from]]->measure] = true;
        }
        $hasDots = false;
        foreach ($part->notes as $note) {
            $hasDots = $hasDots || ($note->articulations !== [] && $note->isShortened());
        }
        $flags = [];
        foreach (!$hasDots ? [] : Line::allOf($score, $part) as $line) {
            $dotted = [];
            $shapes = MeasureShapes::of($score, $part, $line);
            foreach ($shapes->events as $measure => $events) {
                if ($events === []) {
                    continue;
                }
                $shape = $shapes->kinds[$measure];
                $notes = array_map(static fn (int $event): Note => $part->notes[$line->events[$event]->notes[0]], $events);
                $dots = count(array_filter($notes, static fn (Note $note): bool => $note->isShortened()));
                if ($dots >= self::DOTS) {
                    $dotted[$shape] ??= $measure;
                } elseif (isset($dotted[$shape]) && $dots === 0 && !isset($said[$measure])) {
                    $flags[] = $this->flag($score, $part, $notes[0], $dotted[$shape]);
                }
            }
        }

        return $flags;
    }

    private function flag(Score $score, Part $part, Note $note, int $first): Flag
    {
        $place = Places::of($score, $part)->nameOf($note->id);
        $before = PlaceWords::measure($score->measures[$first]);

        return new Flag(
            FlagCode::StyleStops,
            "The same as {$before}, where it has dots; here it has none.",
            $part->id,
            $note->measure,
            $score->measures[$note->measure]->meter->beatAt($note->offset),
            $note->id,
            [new Remedy('Write “simile”: the same style', ["{$place} \"simile\""], 'Write “simile”')],
            "dots {$first}",
        );
    }
}
