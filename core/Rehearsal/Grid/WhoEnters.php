<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Grid;

use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Measure;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\SoundingNote;

/**
 * Who enters when: per measure the eighths (or triplets), per section and per line of a divisi.
 *
 * Source: the trade's page on practising and rehearsing, *Who enters when*.
 */
final readonly class WhoEnters
{
    /** No measure is shown finer than this: slots in it. */
    private const MOST_SLOTS = 48;
    /** Measures after which a sentence may be said again. */
    private const REMEMBERED = 8;

    public function __construct(private MarkedParts $marked)
    {
    }

    /** @return list<GridMeasure> of every measure in which somebody plays, in their order */
    public function all(): array
    {
        $spans = $this->spans();
        $events = $this->events($spans);
        $byMeasure = $this->playing($spans);
        $grid = $last = [];
        $sentences = new GridSentences($this->marked);
        foreach ($this->marked->score->measures as $index => $measure) {
            $here = $events[$index] ?? [];
            $playing = $byMeasure[$index] ?? [];
            if ($here === [] && $playing === []) {
                continue;
            }
            $slot = self::slot($measure, $here);
            $said = $sentences->of($measure, $here, $playing);
            // What goes on as it was is not said again and again.
            $new = array_values(array_filter(
                $said,
                static fn (string $one): bool => !isset($last[$one]) || $last[$one] < $index - self::REMEMBERED,
            ));
            foreach ($said as $one) {
                $last[$one] = $index;
            }
            $grid[] = new GridMeasure($index, $slot, $here, self::rows($measure, $slot, $playing), $new);
        }

        return $grid;
    }

    /**
     * @param list<GridSpan> $spans
     * @return array<int, list<GridSpan>> what sounds in a measure, by its index
     */
    private function playing(array $spans): array
    {
        $playing = [];
        foreach ($spans as $span) {
            for ($measure = $span->measure; $measure <= $this->marked->lastMeasure(); $measure++) {
                if (!$this->marked->score->measures[$measure]->onset->isLessThan($span->until)) {
                    break;
                }
                $playing[$measure][] = $span;
            }
        }

        return $playing;
    }

    /** @return list<GridSpan> of every part, each note one, chords too */
    private function spans(): array
    {
        $spans = [];
        foreach ($this->marked->parts as $part) {
            $both = $this->divided($part);
            foreach ($this->marked->sounding($part) as $note) {
                $line = $this->lineOf($part, $note, $both);
                $key = "{$part->plan->part->id} {$line} {$note->from}";
                $known = $spans[$key] ?? null;
                if ($known === null || $known->until->isLessThan($note->until)) {
                    $spans[$key] = new GridSpan($part->plan->part->id, $line, $note->from, $note->until, $note->note->measure);
                }
            }
        }

        return array_values($spans);
    }

    /** @return array<int, true> measures in which more than one line of a part has notes */
    private function divided(PracticePart $part): array
    {
        $lines = $divided = [];
        foreach ($this->marked->sounding($part) as $note) {
            $measure = $note->note->measure;
            $lines[$measure] ??= $note->line;
            if ($lines[$measure] !== $note->line) {
                $divided[$measure] = true;
            }
        }

        return $divided;
    }

    /**
     * @param array<int, true> $divided
     * @return 'outside'|'inside'|'all'
     */
    private function lineOf(PracticePart $part, SoundingNote $note, array $divided): string
    {
        if (!isset($divided[$note->note->measure])) {
            return 'all';
        }

        return isset($part->plan->part->lowerLines()[$note->line]) ? 'inside' : 'outside';
    }

    /**
     * @param list<GridSpan> $spans
     * @return array<int, list<GridEvent>> by the index of the measure
     */
    private function events(array $spans): array
    {
        $byMeasure = [];
        $byPart = [];
        foreach ($spans as $span) {
            $byPart[$span->partId][] = $span;
        }
        foreach ($byPart as $own) {
            usort($own, static fn (GridSpan $a, GridSpan $b): int => $a->from->compare($b->from) ?: $a->line <=> $b->line);
            $begin = $end = [];
            foreach ($own as $span) {
                $begin[(string) $span->from][] = $span;
                $end[(string) $span->until][] = $span;
            }
            foreach ($own as $span) {
                $goesOn = self::meets($span, $end[(string) $span->from] ?? []);
                $does = $goesOn ? GridDoes::Changes : GridDoes::Enters;
                $byMeasure[$span->measure][] = $this->event($span, $span->measure, $span->from, $does);
                if (!self::meets($span, $begin[(string) $span->until] ?? [])) {
                    $measure = $this->marked->measureAt($span->until);
                    if ($span->until->isLessThan($this->marked->score->measures[$measure]->end())) {
                        $byMeasure[$measure][] = $this->event($span, $measure, $span->until, GridDoes::Stops);
                    }
                }
            }
        }
        $order = array_flip(array_keys($this->marked->names()));
        foreach ($byMeasure as $measure => $events) {
            usort($events, static fn (GridEvent $a, GridEvent $b): int => $a->offset->compare($b->offset)
                ?: [$order[$a->partId], $b->line] <=> [$order[$b->partId], $a->line]);
            $byMeasure[$measure] = $events;
        }

        return $byMeasure;
    }

    /**
     * Whether another note of the same players begins, or ends, at a moment.
     *
     * @param list<GridSpan> $there
     */
    private static function meets(GridSpan $span, array $there): bool
    {
        foreach ($there as $other) {
            if ($other !== $span && $other->isOfSamePlayers($span)) {
                return true;
            }
        }

        return false;
    }

    private function event(GridSpan $span, int $measure, Fraction $at, GridDoes $does): GridEvent
    {
        $here = $this->marked->score->measures[$measure];
        $offset = $at->minus($here->onset);

        return new GridEvent($span->partId, $span->line, $offset, $here->meter->beatAt($offset), $does);
    }

    /**
     * Eighths; triplets or shorter where something begins between them.
     *
     * @param list<GridEvent> $events
     */
    private static function slot(Measure $measure, array $events): Fraction
    {
        $parts = 2;
        foreach ($events as $event) {
            $finer = Fraction::commonMultiple($parts, $event->offset->denominator);
            if ($measure->length->toFloat() * $finer <= self::MOST_SLOTS) {
                $parts = $finer;
            }
        }

        return Fraction::of(1, $parts);
    }

    /**
     * @param list<GridSpan> $playing
     * @return list<GridRow>
     */
    private static function rows(Measure $measure, Fraction $slot, array $playing): array
    {
        $byRow = [];
        foreach ($playing as $span) {
            $byRow["{$span->partId} {$span->line}"][] = $span;
        }
        $rows = [];
        foreach ($byRow as $spans) {
            $slots = '';
            for ($at = $measure->onset; $at->isLessThan($measure->end()); $at = $at->plus($slot)) {
                $slots .= self::at($spans, $at, $at->plus($slot));
            }
            $rows[] = new GridRow($spans[0]->partId, $spans[0]->line, $slots);
        }

        return $rows;
    }

    /** @param non-empty-list<GridSpan> $spans of one row */
    private static function at(array $spans, Fraction $from, Fraction $until): string
    {
        $begins = $holds = $goesOn = false;
        foreach ($spans as $span) {
            $begins = $begins || (!$span->from->isLessThan($from) && $span->from->isLessThan($until));
            $holds = $holds || ($span->from->isLessThan($until) && $from->isLessThan($span->until));
            $goesOn = $goesOn || $span->until->equals($from) || ($span->from->isLessThan($from) && $from->isLessThan($span->until));
        }

        return match (true) {
            $begins => $goesOn ? GridRow::CHANGES : GridRow::ENTERS,
            $holds => GridRow::HOLDS,
            default => GridRow::RESTS,
        };
    }
}
