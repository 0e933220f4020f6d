<?php

declare(strict_types=1);

namespace UprightPencil\Review\Reading;

use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** A rhythm of one beat that comes a single time in a part of some length: everyone plays the usual one there. */
final readonly class RhythmOnce implements PartCheck
{
    /** In a shorter part everything comes once. */
    private const LEAST_MEASURES = 16;

    public function flags(Score $score, Part $part, MarkBook $book): array
    {
        if (count($score->measures) < self::LEAST_MEASURES) {
            return [];
        }
        $flags = [];
        foreach (Line::allOf($score, $part) as $line) {
            $figures = $pulses = [];
            foreach ($line->events as $index => $event) {
                $measure = $score->measures[$event->measure];
                $pulse = $pulses["{$measure->meter->beats}/{$measure->meter->unit}"] ??= $measure->meter->pulse()->toFloat();
                $beat = (int) floor($event->offset->toFloat() / $pulse + 1e-9);
                $figures[$event->measure << 8 | $beat][] = $index;
            }
            $found = [];
            foreach ($figures as $events) {
                $shape = '';
                foreach ($events as $index) {
                    $long = $line->events[$index]->duration;
                    $shape .= "{$long->numerator}/{$long->denominator} ";
                }
                $found[$shape][] = $events;
            }
            foreach ($found as $shape => $times) {
                if (count($times) > 1 || !$this->isFigure($line, $times[0], $score)) {
                    continue;
                }
                $event = $line->events[$times[0][0]];
                $flags[] = new Flag(
                    FlagCode::RhythmOnce,
                    'This rhythm comes here and nowhere else in the part.',
                    $part->id,
                    $event->measure,
                    $score->measures[$event->measure]->meter->beatAt($event->offset),
                    $part->notes[$event->notes[0]]->id,
                );
            }
        }

        return $flags;
    }

    /** @param non-empty-list<int> $events */
    private function isFigure(Line $line, array $events, Score $score): bool
    {
        $shortest = $line->events[$events[0]]->duration;
        foreach ($events as $event) {
            $shortest = Fraction::smaller($shortest, $line->events[$event]->duration);
        }

        return count($events) > 1 && $shortest->isLessThan($score->measures[$line->events[$events[0]]->measure]->meter->pulse());
    }
}
