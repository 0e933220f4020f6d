<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Grid;

use UprightPencil\Music\Fraction;
use UprightPencil\Music\Listing;
use UprightPencil\Music\Measure;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Rehearsal\MarkedParts;

/**
 * What is worth saying of a measure: a section alone on a beat, one that must be gone when another enters, one that breaks the pattern of
 * all others.
 */
final readonly class GridSentences
{
    /** Fewer sections make no pattern, and nobody alone among them. */
    private const LEAST_SECTIONS = 3;
    private const ANSWER = ' in answer to ';

    /** @var array<string, string> names by part id */
    private array $names;

    public function __construct(MarkedParts $marked)
    {
        $this->names = $marked->names();
    }

    /**
     * @param list<GridEvent> $events of the measure
     * @param list<GridSpan> $playing what sounds in it
     * @return list<string> sentences without their full stops
     */
    public function of(Measure $measure, array $events, array $playing): array
    {
        $rests = $this->doNotHoldThrough($events);
        if (array_filter($rests, static fn (string $one): bool => str_contains($one, self::ANSWER)) !== []) {
            return $rests;
        }
        $otherwise = $this->otherwise($measure, $events, $playing);

        return [...$rests, ...($otherwise === [] ? $this->alone($measure, $events, $playing) : $otherwise)];
    }

    /**
     * Who rests at the moment another enters.
     *
     * @param list<GridEvent> $events
     * @return list<string>
     */
    private function doNotHoldThrough(array $events): array
    {
        /** @var array<string, string> $told */
        $told = [];
        $pairs = [];
        foreach (self::byOffset($events) as $together) {
            $stop = $enter = [];
            foreach ($together as $event) {
                if ($event->does === GridDoes::Stops) {
                    $stop[] = $this->named($event);
                } elseif ($event->does === GridDoes::Enters) {
                    $enter[] = $this->named($event);
                }
            }
            if ($stop === [] || $enter === []) {
                continue;
            }
            [$one, $other] = [Listing::of($stop), Listing::of($enter)];
            $pairs[$one] = $other;
            $told["{$one} {$other}"] ??= $one . (count($stop) === 1 ? ' rests' : ' rest') . ' on ' . self::on($together[0]->beat)
                . ": {$other}" . (count($enter) === 1 ? ' enters' : ' enter') . ' there, do not hold through';
        }
        // Where two answer one another, every rest is the other's entry: said once.
        foreach ($pairs as $one => $other) {
            if (($pairs[$other] ?? '') === $one && isset($told["{$one} {$other}"])) {
                unset($told["{$other} {$one}"]);
                [$first, $second] = $this->isAbove($one, $other) ? [$one, $other] : [$other, $one];
                $told["{$one} {$other}"] = $second . self::ANSWER . "{$first}: nobody holds through";
            }
        }

        return array_values($told);
    }

    /** Whether what is named stands above another in the score. */
    private function isAbove(string $one, string $other): bool
    {
        foreach ($this->names as $name) {
            if (str_starts_with($one, $name) !== str_starts_with($other, $name)) {
                return str_starts_with($one, $name);
            }
        }

        return true;
    }

    /**
     * A beat, not the first, on which one section alone moves while others play.
     *
     * @param list<GridEvent> $events
     * @param list<GridSpan> $playing
     * @return list<string>
     */
    private function alone(Measure $measure, array $events, array $playing): array
    {
        if (count(array_unique(array_map(static fn (GridSpan $span): string => $span->partId, $playing))) < self::LEAST_SECTIONS) {
            return [];
        }
        $onBeat = [];
        foreach ($events as $event) {
            $pulses = $event->offset->dividedBy($measure->meter->pulse());
            if ($event->does !== GridDoes::Stops && $pulses->isWhole() && $pulses->isPositive()) {
                $onBeat[(string) $event->offset][$event->partId] = $event;
            }
        }
        $by = [];
        foreach ($onBeat as $moving) {
            if (count($moving) === 1) {
                $event = $moving[array_key_first($moving)];
                $by[$this->named($event)][] = self::on($event->beat);
            }
        }
        $told = [];
        foreach ($by as $name => $beats) {
            $told[] = "only {$name} has " . Listing::of($beats);
        }

        // Where each beat belongs to somebody else, that is how the measure is made.
        return count($told) > 2 ? [] : $told;
    }

    /**
     * All others play one rhythm, and one section another.
     *
     * @param list<GridEvent> $events
     * @param list<GridSpan> $playing
     * @return list<string>
     */
    private function otherwise(Measure $measure, array $events, array $playing): array
    {
        $rhythms = [];
        foreach ($events as $event) {
            if ($event->does !== GridDoes::Stops) {
                $rhythms[$event->partId][(string) $event->offset] = $event;
            }
        }
        $byRhythm = [];
        foreach ($rhythms as $part => $own) {
            $byRhythm[implode(' ', array_keys($own))][] = $part;
        }
        if (count($byRhythm) !== 2 || count($rhythms) < self::LEAST_SECTIONS) {
            return [];
        }
        uasort($byRhythm, static fn (array $a, array $b): int => count($a) <=> count($b));
        [$few, $many] = array_values($byRhythm);
        if (count($few) !== 1 || count($many) < 2) {
            return [];
        }
        [$mine, $theirs] = [$rhythms[$few[0]], $rhythms[$many[0]]];
        $extra = array_diff_key($mine, $theirs);
        $missing = array_diff_key($theirs, $mine);
        $name = $this->names[$few[0]] ?? '';
        // Where somebody only has less to do, the others do not trip over it.
        if ($extra === []) {
            $held = array_filter($missing, static fn (GridEvent $one): bool => self::sounds($few[0], $measure, $one, $playing));
            $told = ["{$name} holds over " => $held, "{$name} rests on " => array_diff_key($missing, $held)];

            return array_map(
                static fn (string $does, array $there): string => $does . self::places($there) . ', where all others move',
                array_keys(array_filter($told)),
                array_filter($told),
            );
        }

        return ["{$name} breaks the pattern: it has " . self::places($extra)
            . ($missing === [] ? ' besides' : ', the others ' . self::places($missing))];
    }

    /** @param list<GridSpan> $playing */
    private static function sounds(string $part, Measure $measure, GridEvent $at, array $playing): bool
    {
        $moment = $measure->onset->plus($at->offset);
        foreach ($playing as $span) {
            if ($span->partId === $part && !$moment->isLessThan($span->from) && $moment->isLessThan($span->until)) {
                return true;
            }
        }

        return false;
    }

    /** @param array<string, GridEvent> $events */
    private static function places(array $events): string
    {
        return Listing::of(array_values(array_map(static fn (GridEvent $event): string => self::on($event->beat), $events)));
    }

    private function named(GridEvent $event): string
    {
        $name = $this->names[$event->partId] ?? '';

        return $event->line === 'all' ? $name : "{$name} {$event->line}";
    }

    /** "beat 3", "the and of 2" */
    private static function on(Fraction $beat): string
    {
        return PlaceWords::beat($beat);
    }

    /**
     * @param list<GridEvent> $events
     * @return array<string, non-empty-list<GridEvent>>
     */
    private static function byOffset(array $events): array
    {
        $by = [];
        foreach ($events as $event) {
            $by[(string) $event->offset][] = $event;
        }

        return $by;
    }
}
