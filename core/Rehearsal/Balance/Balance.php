<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Balance;

use UprightPencil\Drills\PracticePart;
use UprightPencil\Marks\Kind\Text\Divide;
use UprightPencil\Marks\Mark;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Listing;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Sections\Melody;
use UprightPencil\Sections\TunePassage;

/**
 * Whether the tune is heard, passage by passage: who could step back, who plays closer to the bridge, where double stops had better be
 * divided, and whose tune comes back in another section.
 *
 * Source: the trade's page on practising and rehearsing, *Melody, balance, firsts*.
 */
final class Balance
{
    /** Who is so much softer than the tune lets it through: levels, one from mp to mf. */
    private const BELOW = 0.5;
    private const FORTE = 4.0;
    /** Sections against one that has the tune alone. */
    private const MANY = 3;
    /** Double stops in a passage that are worth dividing. */
    private const DOUBLE_STOPS = 3;
    /** Notes by which a tune is known again. */
    private const KNOWN_BY = 6;

    /** @var array<string, Dynamics> by part id */
    private array $dynamics = [];

    /** @var array<string, array<string, list<int>>> as {@see figuresOf()} tells them, by part id */
    private array $figures = [];

    public function __construct(private readonly MarkedParts $marked)
    {
    }

    /** @return list<BalanceAdvice> in the order of the score */
    public function all(): array
    {
        $advice = [];
        $passages = (new Melody($this->marked->score))->passages();
        foreach ($passages as $passage) {
            array_push(
                $advice,
                ...$this->tooLoud($passage),
                ...$this->alone($passage),
                ...$this->doubleStops($passage),
                ...$this->comesBack($passage),
            );
        }

        return $advice;
    }

    /** @return list<BalanceAdvice> who is as loud as the tune */
    private function tooLoud(TunePassage $passage): array
    {
        [$with, $without] = $this->sides($passage);
        $tune = $this->levels($with, $passage);
        if ($tune === [] || $without === []) {
            return [];
        }
        $loud = [];
        $top = max($tune);
        foreach ($this->levels($without, $passage) as $index => $level) {
            if ($level > $top - self::BELOW) {
                $loud[$index] = $level;
            }
        }
        // Where all are as loud by one sign, that is a tutti: nobody is told to be soft.
        if ($loud === [] || (count($loud) === count($without) && $top >= self::FORTE)) {
            return [];
        }
        $parts = array_values(array_intersect_key($without, $loud));
        $names = Listing::of(array_map(self::nameOf(...), $parts));
        $sign = Dynamics::nameOf(max($loud));

        return [$this->advice(
            $passage,
            $parts,
            "{$names} could step back: the tune is " . Listing::of(array_map(self::nameOf(...), $with)) . '’s',
            "{$names} " . (count($parts) === 1 ? 'plays' : 'play') . " {$sign}, the tune " . Dynamics::nameOf($top),
        )];
    }

    /** @return list<BalanceAdvice> a section that has the tune alone, below others */
    private function alone(TunePassage $passage): array
    {
        [$with, $without] = $this->sides($passage);
        $heights = $this->heights([...$with, ...$without], $passage);
        $own = $heights[0] ?? null;
        $others = array_filter(array_slice($heights, count($with)), static fn (?float $height): bool => $height !== null);
        if (count($with) !== 1 || $own === null || count($others) < self::MANY || max($others) <= $own) {
            return [];
        }
        $name = self::nameOf($with[0]);

        return [$this->advice(
            $passage,
            $with,
            "{$name} plays closer to the bridge, more bow: the tune lies below the others",
            "{$name} has the tune alone against " . count($others) . ' sections, and another plays above it',
        )];
    }

    /** @return list<BalanceAdvice> sections with double stops beside the tune */
    private function doubleStops(TunePassage $passage): array
    {
        $advice = [];
        [, $without] = $this->sides($passage);
        foreach ($without as $part) {
            $chords = [];
            foreach ($part->plan->part->notes as $note) {
                if ($note->inChord && $note->measure >= $passage->from && $note->measure <= $passage->to) {
                    $chords["{$note->measure} {$note->offset}"] = true;
                }
            }
            $isDivided = array_filter($part->plan->book->marks, static fn (Mark $mark): bool => $mark->kind() instanceof Divide) !== [];
            if (count($chords) >= self::DOUBLE_STOPS && !$isDivided) {
                $name = self::nameOf($part);
                $advice[] = $this->advice(
                    $passage,
                    [$part],
                    "{$name} had better divide the double stops: one note a player sounds clearer under the tune",
                    count($chords) . ' double stops in these measures, none of them divided',
                );
            }
        }

        return $advice;
    }

    /** @return list<BalanceAdvice> where another section has the tune later */
    private function comesBack(TunePassage $passage): array
    {
        [$with] = $this->sides($passage);
        $lead = $with[0] ?? null;
        $figure = $lead === null ? '' : self::figure($lead, $lead->inMeasures($passage->from, $passage->to)[0] ?? PHP_INT_MAX);
        if ($lead === null || $figure === '') {
            return [];
        }
        $advice = [];
        foreach ($this->marked->parts as $part) {
            foreach ($part === $lead ? [] : ($this->figuresOf($part)[$figure] ?? []) as $measure) {
                if ($measure >= $passage->from && $measure <= $passage->to) {
                    continue;
                }
                $number = $this->marked->score->measures[$measure]->number;
                $advice[] = $this->advice(
                    $passage,
                    [$lead, $part],
                    self::nameOf($lead) . '’s tune is ' . self::nameOf($part) . "’s at m. {$number}: one bow and one style for both",
                    'the same ' . self::KNOWN_BY . ' notes and lengths',
                );
                break;
            }
        }

        return $advice;
    }

    /** @return array<string, list<int>> measures in which a figure begins in a part */
    private function figuresOf(PracticePart $part): array
    {
        $id = $part->plan->part->id;
        if (!isset($this->figures[$id])) {
            $this->figures[$id] = [];
            foreach ($part->notes as $at => $played) {
                $this->figures[$id][self::figure($part, $at)][] = $played->event->measure;
            }
        }

        return $this->figures[$id];
    }

    /** Some notes of a part by their steps and lengths; empty where there are not so many, or they do not move. */
    private static function figure(PracticePart $part, int $at): string
    {
        if (!isset($part->notes[$at], $part->notes[$at + self::KNOWN_BY - 1])) {
            return '';
        }
        $figure = [];
        $pitches = [];
        for ($note = $at; $note < $at + self::KNOWN_BY; $note++) {
            $played = $part->notes[$note];
            $step = $note === $at ? 0 : $played->pitch->semitone() - $part->notes[$note - 1]->pitch->semitone();
            $figure[] = "{$step} {$played->event->duration}";
            $pitches[$played->pitch->semitone()] = true;
        }

        return count($pitches) < self::KNOWN_BY / 2 ? '' : implode(', ', $figure);
    }

    /** @return array{list<PracticePart>, list<PracticePart>} those that have the tune, and the others that play */
    private function sides(TunePassage $passage): array
    {
        $with = $without = [];
        $tune = array_map(fn (int $part): string => $this->marked->score->parts[$part]->id, $passage->parts);
        foreach ($this->marked->parts as $part) {
            if (in_array($part->plan->part->id, $tune, true)) {
                $with[] = $part;
            } elseif ($part->inMeasures($passage->from, $passage->to) !== null) {
                $without[] = $part;
            }
        }

        return [$with, $without];
    }

    /**
     * @param list<PracticePart> $parts
     * @return array<int, float> the mean level of each, by its position in the list, 0 (pp) to 5 (ff)
     */
    private function levels(array $parts, TunePassage $passage): array
    {
        return array_map(function (PracticePart $part) use ($passage): float {
            $id = $part->plan->part->id;
            $dynamics = $this->dynamics[$id] ??= Dynamics::of($this->marked->score, $part->plan->part);
            $all = 0.0;
            $notes = $part->inMeasures($passage->from, $passage->to);
            for ($at = $notes[0] ?? 0; $notes !== null && $at <= $notes[1]; $at++) {
                $all += $dynamics->levelAt($part->notes[$at]->event->onset->toFloat());
            }

            return $notes === null ? 0.0 : $all / ($notes[1] - $notes[0] + 1);
        }, $parts);
    }

    /**
     * @param list<PracticePart> $parts
     * @return list<float|null> mean heard height in semitones
     */
    private function heights(array $parts, TunePassage $passage): array
    {
        return array_map(static function (PracticePart $part) use ($passage): ?float {
            $notes = $part->inMeasures($passage->from, $passage->to);
            if ($notes === null) {
                return null;
            }
            $all = 0;
            for ($at = $notes[0]; $at <= $notes[1]; $at++) {
                $all += MarkedParts::heard($part, $part->notes[$at]->pitch->semitone());
            }

            return $all / ($notes[1] - $notes[0] + 1);
        }, $parts);
    }

    private static function nameOf(PracticePart $part): string
    {
        return $part->plan->part->name;
    }

    /** @param list<PracticePart> $parts */
    private function advice(TunePassage $passage, array $parts, string $text, string $why): BalanceAdvice
    {
        return new BalanceAdvice(
            $passage->from,
            $passage->to,
            array_map(static fn (PracticePart $part): string => $part->plan->part->id, $parts),
            $text,
            $why,
        );
    }
}
