<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/**
 * One independent voice of a part, as events in printed order. What lies between two events is rest.
 *
 * A part with two voices on a staff, or two staves, has two lines: outside and inside.
 */
final readonly class Line
{
    /**
     * @param list<Event> $events
     * @param array<int, int> $eventOfNote event position by note position
     */
    private function __construct(
        public string $name,
        public array $events,
        public array $eventOfNote,
    ) {
    }

    /** @return list<self> in the order their first notes stand in the part */
    public static function allOf(Score $score, Part $part): array
    {
        // Bow, hand, page and comparison all walk the same lines: they are built once for a part.
        static $known = null;
        /** @var \WeakMap<Part, array{\WeakReference<Score>, list<self>}> $kept */
        $kept = $known ??= new \WeakMap();
        if (isset($kept[$part]) && $kept[$part][0]->get() === $score) {
            return $kept[$part][1];
        }
        $lines = self::buildAll($score, $part);
        $kept[$part] = [\WeakReference::create($score), $lines];

        return $lines;
    }

    /** @return list<self> */
    private static function buildAll(Score $score, Part $part): array
    {
        $byLine = [];
        foreach ($part->notes as $position => $note) {
            $byLine[$note->line][] = $position;
        }
        $slurredBack = [];
        foreach ($part->slurs as $slur) {
            if ($part->notes[$slur->to]->isGrace && !$part->notes[$slur->from]->isGrace) {
                $slurredBack[$slur->to] = true;
            }
        }
        $lines = [];
        foreach ($byLine as $name => $positions) {
            $lines[] = self::build((string) $name, $positions, $slurredBack, $score, $part);
        }

        return $lines;
    }

    /**
     * @param list<int> $positions
     * @param array<int, true> $slurredBack grace notes under a slur that comes from the note before
     */
    private static function build(string $name, array $positions, array $slurredBack, Score $score, Part $part): self
    {
        /** @var list<list<int>> $notes noteheads of each event */
        $notes = [];
        $before = $after = [];
        $waiting = [];
        foreach ($positions as $position) {
            $note = $part->notes[$position];
            $last = count($notes) - 1;
            if ($note->isGrace) {
                if ($last >= 0 && $waiting === [] && isset($slurredBack[$position])) {
                    $after[$last][] = $position;
                } else {
                    $waiting[] = $position;
                }
            } elseif ($note->inChord && $last >= 0 && $waiting === []) {
                $notes[$last][] = $position;
            } else {
                $notes[] = [$position];
                $before[$last + 1] = $waiting;
                $waiting = [];
            }
        }
        if ($waiting !== [] && $notes !== []) {
            $last = count($notes) - 1;
            $after[$last] = [...($after[$last] ?? []), ...$waiting];
        }
        $events = [];
        $eventOfNote = [];
        foreach ($notes as $index => $noteheads) {
            $first = $part->notes[$noteheads[0]];
            foreach ([...($before[$index] ?? []), ...$noteheads, ...($after[$index] ?? [])] as $position) {
                $eventOfNote[$position] = $index;
            }
            $events[] = new Event(
                $noteheads,
                $before[$index] ?? [],
                $after[$index] ?? [],
                $first->measure,
                $first->offset,
                $score->onsetOf($first),
                $first->duration,
            );
        }

        return new self($name, $events, $eventOfNote);
    }
}
