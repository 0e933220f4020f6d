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
            foreach (self::figures($score, $line) as [$times, $first, $last]) {
                if ($times > 1 || !$this->isFigure($line, range($first, $last), $score)) {
                    continue;
                }
                $event = $line->events[$first];
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

    /**
     * What begins in each beat of a line, by its lengths.
     *
     * @return array<string, array{int, int, int}> how often it comes, and its first and last event where it first does
     */
    private static function figures(Score $score, Line $line): array
    {
        $figures = [];
        $shape = '';
        $first = 0;
        $place = $measure = -1;
        $pulse = 1.0;
        foreach ($line->events as $index => $event) {
            if ($event->measure !== $measure) {
                $measure = $event->measure;
                $pulse = $score->measures[$measure]->meter->pulse()->toFloat();
            }
            $beat = $measure << 8 | (int) floor($event->offset->numerator / $event->offset->denominator / $pulse + 1e-9);
            if ($beat !== $place) {
                self::count($figures, $shape, $first, $index - 1);
                [$place, $first, $shape] = [$beat, $index, ''];
            }
            $shape .= "{$event->duration->numerator}/{$event->duration->denominator} ";
        }
        self::count($figures, $shape, $first, count($line->events) - 1);

        return $figures;
    }

    /** @param array<string, array{int, int, int}> $figures */
    private static function count(array &$figures, string $shape, int $first, int $last): void
    {
        if ($shape !== '') {
            $figures[$shape] ??= [0, $first, $last];
            $figures[$shape][0]++;
        }
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
