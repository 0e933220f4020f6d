<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** What each measure of a line holds, so that measures can be compared: its rhythm with ties, and the steps from note to note. */
final readonly class MeasureShapes
{
    /**
     * @param list<string> $rhythms of each measure; empty where nothing begins in it
     * @param list<int> $kinds measures of one kind have one rhythm and the same semitones from each note to the next; 0 for empty ones
     * @param list<int> $entries semitones from the note before to the first of each measure
     * @param list<list<int>> $events that begin in each measure, as positions in the line
     */
    private function __construct(public array $rhythms, public array $kinds, public array $entries, public array $events)
    {
    }

    /** The shapes of a line. They are worked out once for a line, and not kept with it. */
    public static function of(Score $score, Part $part, Line $line): self
    {
        static $known = null;
        /** @var \WeakMap<Line, self> $kept */
        $kept = $known ??= new \WeakMap();

        return $kept[$line] ??= self::make(count($score->measures), $part, $line);
    }

    private static function make(int $count, Part $part, Line $line): self
    {
        $rhythms = $steps = array_fill(0, $count, '');
        $entries = array_fill(0, $count, 0);
        $events = array_fill(0, $count, []);
        $last = 0;
        foreach ($line->events as $index => $event) {
            $note = $part->notes[$event->notes[0]];
            $semitone = $note->pitch?->semitone() ?? 0;
            $measure = $event->measure;
            [$at, $long] = [$event->offset, $event->duration];
            $rhythms[$measure] .= "{$at->numerator}/{$at->denominator}+{$long->numerator}/{$long->denominator}"
                . ($note->tieStart ? '~ ' : ' ');
            if ($events[$measure] === []) {
                $entries[$measure] = $semitone - $last;
            } else {
                $steps[$measure] .= $semitone - $last . ' ';
            }
            $events[$measure][] = $index;
            $last = $semitone;
        }

        $kinds = [];
        $numbers = ['|' => 0];
        foreach ($rhythms as $measure => $rhythm) {
            $kinds[] = $numbers["{$rhythm}|{$steps[$measure]}"] ??= count($numbers);
        }

        return new self(array_values($rhythms), $kinds, array_values($entries), $events);
    }
}
