<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\NoteValue;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * The rhythms of a line as they are named in class: what begins on a beat, up to the next beat that something begins on.
 *
 * A length is told by where it begins in its measure, whether it is a rest, and how long it is.
 *
 * @phpstan-type Length array{Fraction, bool, Fraction}
 */
final readonly class RhythmFigures
{
    private const NAMES = [
        'breve' => 'double whole', 'whole' => 'whole', 'half' => 'half', 'quarter' => 'quarter', 'eighth' => 'eighth',
        '16th' => 'sixteenth', '32nd' => 'thirty-second', '64th' => 'sixty-fourth',
    ];
    private const LONGEST_NAME = 6;

    /** @return list<array{string, int, Fraction}> name, index of the measure, quarter notes from the barline; each name once */
    public static function of(Score $score, Part $part): array
    {
        $found = [];
        foreach (Line::allOf($score, $part) as $line) {
            foreach (self::measures($score, $line) as $measure => $lengths) {
                $pulse = $score->measures[$measure]->meter->pulse();
                $group = [];
                foreach ($lengths as $index => $length) {
                    $group[] = $length;
                    $next = $lengths[$index + 1] ?? null;
                    if ($next === null || $next[0]->dividedBy($pulse)->isWhole()) {
                        $name = self::name($group);
                        $found[$name] ??= [$name, $measure, $group[0][0]];
                        $group = [];
                    }
                }
            }
        }

        return array_values($found);
    }

    /** @return array<int, list<Length>> notes and rests of each measure in which something is played */
    private static function measures(Score $score, Line $line): array
    {
        $measures = [];
        $events = [];
        foreach ($line->events as $event) {
            $events[$event->measure][] = $event;
        }
        foreach ($events as $measure => $inside) {
            $at = Fraction::zero();
            $lengths = [];
            foreach ($inside as $event) {
                if ($at->isLessThan($event->offset)) {
                    $lengths[] = [$at, true, $event->offset->minus($at)];
                }
                $lengths[] = [$event->offset, false, $event->duration];
                $at = $event->offset->plus($event->duration);
            }
            $end = $score->measures[$measure]->length;
            if ($at->isLessThan($end)) {
                $lengths[] = [$at, true, $end->minus($at)];
            }
            $measures[$measure] = $lengths;
        }

        return $measures;
    }

    /** @param non-empty-list<Length> $group */
    private static function name(array $group): string
    {
        $names = [];
        foreach ($group as [, $isRest, $length]) {
            $names[] = self::nameOf($length) . ($isRest ? ' rest' : '');
        }
        $isSame = count(array_unique($names)) === 1;
        if ($isSame) {
            [, $isRest] = $group[0];

            return match (true) {
                $isRest => "{$names[0]}s",
                str_starts_with($names[0], 'triplet') => "{$names[0]}s",
                default => "{$names[0]} notes",
            };
        }

        return count($names) > self::LONGEST_NAME
            ? implode(', ', array_slice($names, 0, self::LONGEST_NAME)) . ' …'
            : implode(', ', array_slice($names, 0, -1)) . ' and ' . $names[count($names) - 1];
    }

    private static function nameOf(Fraction $length): string
    {
        $isTriplet = $length->denominator % 3 === 0;
        $values = NoteValue::spell($isTriplet ? $length->times(Fraction::of(3, 2)) : $length);
        $words = [];
        foreach ($values as $value) {
            $words[] = ($value->dots > 0 ? 'dotted ' : '') . (self::NAMES[$value->type] ?? $value->type);
        }

        return ($isTriplet ? 'triplet ' : '') . ($words === [] ? 'very short' : implode(' tied to ', $words));
    }
}
