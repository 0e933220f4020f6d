<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Marks\CrossedOutSlurs;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;

/**
 * Slurs and ties of one line as links between neighbouring events, in printed order.
 *
 * Where printed slurs nest, the innermost is the bowing and the outer is phrasing; a director's slur stands in place of those under
 * it. Slurs from grace notes do not count.
 */
final readonly class SlurLinks
{
    /**
     * @param array<int, SlurLink> $after link between event i and i + 1; events without one are not listed
     * @param array<int, list<int>> $tiedPitches semitones an event ties onward
     */
    private function __construct(
        private array $after,
        private array $tiedPitches,
        private Line $line,
        private Part $part,
    ) {
    }

    public static function of(Part $part, Line $line, MarkBook $book): self
    {
        $after = [];
        foreach (self::bowingSlurs($part, $line, $book) as [$from, $to, $isDotted]) {
            foreach (self::linksUnder($from, $to, $isDotted, $line, $part) as $event => $link) {
                $after[$event] = $link;
            }
        }
        $tied = [];
        foreach ($line->events as $index => $event) {
            foreach ($event->notes as $position) {
                $note = $part->notes[$position];
                if ($note->tieStart && $note->pitch !== null) {
                    $tied[$index][] = $note->pitch->semitone();
                }
            }
        }
        $links = new self($after, $tied, $line, $part);
        foreach (array_keys($tied) as $index) {
            $next = $line->events[$index + 1] ?? null;
            if ($next !== null && $links->ties($index, $next) && $line->events[$index]->end()->compare($next->onset) >= 0) {
                $after[$index] = SlurLink::Tie;
            }
        }

        return new self($after, $tied, $line, $part);
    }

    /**
     * The link between two events as they are played one after the other.
     *
     * @param bool $isLeap true when the second does not follow the first on the page (a repeat, an ending, a jump)
     */
    public function between(int $one, int $other, bool $isLeap): SlurLink
    {
        if (!$isLeap && $other === $one + 1) {
            return $this->after[$one] ?? SlurLink::None;
        }
        $event = $this->line->events[$other];
        $expectsTie = array_filter($event->notes, fn (int $note): bool => $this->part->notes[$note]->tieStop) !== [];

        return $expectsTie && $this->ties($one, $event) ? SlurLink::Tie : SlurLink::None;
    }

    /**
     * What holds an event of a stroke to the one before.
     *
     * @param int $position of the event in the stroke, from 1
     */
    public function within(Stroke $stroke, int $position): BowConnection
    {
        $before = $stroke->events[$position - 1];
        $here = $stroke->events[$position];
        $isTied = $this->between($before->event, $here->event, $here->isLeap) === SlurLink::Tie;

        return $isTied ? BowConnection::Tie : BowConnection::Slur;
    }

    private function ties(int $index, Event $next): bool
    {
        foreach ($next->notes as $position) {
            $pitch = $this->part->notes[$position]->pitch;
            if ($pitch !== null && in_array($pitch->semitone(), $this->tiedPitches[$index] ?? [], true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * Slurs that mean a bow, as first event, last event, and whether the slur is dotted.
     *
     * @return list<array{int, int, bool}>
     */
    private static function bowingSlurs(Part $part, Line $line, MarkBook $book): array
    {
        $spans = [];
        $crossedOut = CrossedOutSlurs::of($part, $book);
        foreach ($part->slurs as $slur) {
            $from = $line->eventOfNote[$slur->from] ?? null;
            $to = $line->eventOfNote[$slur->to] ?? null;
            if ($from !== null && $to !== null && $from < $to && !$crossedOut->has($slur)) {
                $spans[] = [$from, $to, $slur->style === 'dotted'];
            }
        }
        $position = $part->positionsById();
        foreach ($book->acting(SlurTo::class) as $mark) {
            $from = $line->eventOfNote[$position[$mark->from]] ?? null;
            $to = $line->eventOfNote[$position[$mark->targets[0]] ?? -1] ?? null;
            if ($from !== null && $to !== null && $from < $to) {
                $spans[] = [$from, $to, false];
            }
        }
        usort($spans, static fn (array $a, array $b): int => [$a[0], -$a[1]] <=> [$b[0], -$b[1]]);

        return array_values(array_filter(
            $spans,
            static fn (array $span, int $index): bool => !self::enclosesAnother($spans, $index),
            ARRAY_FILTER_USE_BOTH,
        ));
    }

    /** @param list<array{int, int, bool}> $spans ordered by beginning, longer first */
    private static function enclosesAnother(array $spans, int $index): bool
    {
        [$from, $to] = $spans[$index];
        for ($other = $index + 1; isset($spans[$other]) && $spans[$other][0] < $to; $other++) {
            $isSame = $spans[$other][0] === $from && $spans[$other][1] === $to;
            if (!$isSame && $spans[$other][1] <= $to) {
                return true;
            }
        }

        return false;
    }

    /** @return array<int, SlurLink> by event */
    private static function linksUnder(int $from, int $to, bool $isDotted, Line $line, Part $part): array
    {
        $attacks = [];
        for ($event = $from; $event <= $to; $event++) {
            $isTiedOver = array_filter(
                $line->events[$event]->notes,
                static fn (int $note): bool => $part->notes[$note]->tieStop,
            ) !== [];
            if ($event === $from || !$isTiedOver) {
                $attacks[] = $event;
            }
        }
        $isMarked = static function (int $event) use ($line, $part): bool {
            foreach ($line->events[$event]->notes as $note) {
                if ($part->notes[$note]->isDottedOrLined()) {
                    return true;
                }
            }

            return false;
        };
        $marked = array_map($isMarked, $attacks);
        $count = count($attacks);
        $allButLast = $count > 2 && !in_array(false, array_slice($marked, 0, -1), true);
        $links = [];
        foreach ($attacks as $index => $attack) {
            $next = $attacks[$index + 1] ?? null;
            if ($next === null) {
                break;
            }
            $isHook = $isDotted || $allButLast
                || ($count === 2 && ($marked[0] || $marked[1]))
                || ($marked[$index] && $marked[$index + 1])
                // A slur over a rest: the bow stops and goes on.
                || $line->events[$next - 1]->end()->isLessThan($line->events[$next]->onset);
            $links[$next - 1] = $isHook ? SlurLink::Hook : SlurLink::Slur;
        }

        return $links;
    }
}
