<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Listing;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;

/**
 * What a director looks for first in a new piece: who has the tune where, the longest notes, the slurs with the most notes, changes of
 * key, meter and speed, and parts that have no dynamics.
 */
final readonly class FirstGlance
{
    /** So many of the longest and the fullest are named. */
    private const MOST = 4;
    /** A note as long as this is worth a look, in seconds, and a slur with as many notes. */
    private const LONG = 2.5;
    private const MANY = 4;

    private TempoMap $tempo;

    public function __construct(private Score $score)
    {
        $this->tempo = TempoMap::of($score);
    }

    /** @return list<GlanceItem> kind by kind, each in the order it is told */
    public function all(): array
    {
        return [...$this->tunes(), ...$this->longNotes(), ...$this->fastSlurs(), ...$this->changes(), ...$this->dynamics()];
    }

    /** @return list<GlanceItem> */
    private function tunes(): array
    {
        $items = [];
        $first = $this->score->pickup() === null ? 0 : 1;
        $measures = $this->score->measures;
        foreach ((new Melody($this->score))->passages() as $passage) {
            $names = array_map(fn (int $index): string => $this->score->parts[$index]->name, $passage->parts);
            $from = $passage->from === 0 ? min($first, $passage->to) : $passage->from;
            $items[] = new GlanceItem(
                GlanceKind::Tune,
                "m. {$measures[$from]->number} to {$measures[$passage->to]->number}",
                Listing::of($names),
                $this->score->parts[$passage->parts[0]]->id,
                '',
                $passage->from,
            );
        }

        return $this->joined($items);
    }

    /** @return list<GlanceItem> */
    private function longNotes(): array
    {
        $found = [];
        foreach ($this->score->parts as $part) {
            foreach ($this->sounding($part) as [$event, $end]) {
                $seconds = $this->tempo->secondsBetween($event->onset->toFloat(), $end);
                if ($seconds >= self::LONG) {
                    $found[] = [$seconds, $part, $event, number_format($seconds, 1) . ' s'];
                }
            }
        }

        return $this->most(GlanceKind::LongNote, $found);
    }

    /** @return list<GlanceItem> */
    private function fastSlurs(): array
    {
        $found = [];
        foreach ($this->score->parts as $part) {
            $events = $this->events($part);
            foreach ($part->slurs as $slur) {
                $under = array_values(array_filter($events, static fn (Event $event): bool => $event->notes[0] >= $slur->from
                    && $event->notes[0] <= $slur->to && !$part->notes[$event->notes[0]]->tieStop));
                if (count($under) >= self::MANY) {
                    [$first, $last] = [$under[0], $under[count($under) - 1]];
                    $seconds = max(0.05, $this->tempo->seconds($first->onset, $last->end()));
                    $found[] = [
                        count($under) / $seconds, $part, $first,
                        count($under) . ' notes in ' . number_format($seconds, 1) . ' s',
                    ];
                }
            }
        }

        return $this->most(GlanceKind::FastSlur, $found);
    }

    /** @return list<GlanceItem> */
    private function changes(): array
    {
        $items = [];
        $before = null;
        $speed = null;
        foreach ($this->score->measures as $measure) {
            $now = (int) round($this->tempo->quartersPerMinuteAt($measure->onset));
            $said = [];
            if ($before !== null && $before->keyFifths !== $measure->keyFifths) {
                $said[] = self::key($measure->keyFifths);
            }
            if ($before !== null && [$before->meter->beats, $before->meter->unit] !== [$measure->meter->beats, $measure->meter->unit]) {
                $said[] = $measure->meter->isFree ? 'free' : "{$measure->meter->beats}/{$measure->meter->unit}";
            }
            if ($speed !== null && abs($speed - $now) > 1) {
                $said[] = "♩ = {$now}";
            }
            if ($said !== []) {
                $place = PlaceWords::measure($measure);
                $items[] = new GlanceItem(GlanceKind::Change, $place, implode(', ', $said), '', '', $measure->index);
            }
            [$before, $speed] = [$measure, $now];
        }

        return $items;
    }

    /** @return list<GlanceItem> parts whose dynamic never changes, beside others whose does */
    private function dynamics(): array
    {
        $steady = [];
        $end = $this->score->measures === [] ? 0.0 : $this->score->measures[count($this->score->measures) - 1]->end()->toFloat();
        foreach ($this->score->parts as $part) {
            if ($this->events($part) !== [] && Dynamics::of($this->score, $part)->isSteady(0.0, $end)) {
                $steady[] = $part;
            }
        }
        if ($steady === [] || count($steady) === count($this->score->parts)) {
            return $steady === [] ? [] : [new GlanceItem(GlanceKind::Dynamics, '', 'No part changes its dynamic', '', '', 0)];
        }

        $kind = GlanceKind::Dynamics;

        return array_map(
            static fn (Part $part): GlanceItem => new GlanceItem($kind, '', "{$part->name} never changes its dynamic", $part->id, '', 0),
            $steady,
        );
    }

    /**
     * Passages after one another in which the same parts have the tune are one.
     *
     * @param list<GlanceItem> $items
     * @return list<GlanceItem>
     */
    private function joined(array $items): array
    {
        $joined = [];
        $last = null;
        foreach ($items as $item) {
            if ($last !== null && $last->text === $item->text) {
                array_pop($joined);
                [$from] = explode(' to ', $last->place);
                $to = (string) preg_replace('~^.* to ~', '', $item->place);
                $item = new GlanceItem($last->kind, "{$from} to {$to}", $last->text, $last->part, '', $last->measure);
            }
            $joined[] = $last = $item;
        }

        return $joined;
    }

    /**
     * @param list<array{float, Part, Event, string}> $found with how much it is
     * @return list<GlanceItem> those with the most
     */
    private function most(GlanceKind $kind, array $found): array
    {
        usort($found, static fn (array $a, array $b): int => [$b[0], $a[2]->measure] <=> [$a[0], $b[2]->measure]);
        $items = [];
        foreach ($found as [, $part, $event, $words]) {
            $measure = $this->score->measures[$event->measure];
            // What a part does again and again is named where it is first.
            $items["{$part->id} {$words}"] ??= new GlanceItem(
                $kind,
                PlaceWords::of($measure, $event->offset),
                "{$part->name}: {$words}",
                $part->id,
                $part->notes[$event->notes[0]]->id,
                $event->measure,
            );
            if (count($items) === self::MOST) {
                break;
            }
        }

        return array_values($items);
    }

    /** @return list<Event> of the part's first line */
    private function events(Part $part): array
    {
        return Line::allOf($this->score, $part)[0]->events ?? [];
    }

    /** @return list<array{Event, float}> with where it ends, what is tied to it included */
    private function sounding(Part $part): array
    {
        $found = [];
        $begun = null;
        foreach ($this->events($part) as $event) {
            $isHeld = $part->notes[$event->notes[0]]->tieStop && $begun !== null;
            $begun = $isHeld ? $begun : $event;
            if ($isHeld) {
                array_pop($found);
            }
            $found[] = [$begun, $event->end()->toFloat()];
        }

        return $found;
    }

    private static function key(int $fifths): string
    {
        return match (true) {
            $fifths === 0 => 'no sharps or flats',
            $fifths > 0 => $fifths . ($fifths === 1 ? ' sharp' : ' sharps'),
            default => -$fifths . ($fifths === -1 ? ' flat' : ' flats'),
        };
    }
}
