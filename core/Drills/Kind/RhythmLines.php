<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PlayedNote;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Fraction;
use UprightPencil\Review\FlagCode;
use UprightPencil\Music\Exception\MusicException;

/** A rhythm that comes once, or that leans against the beat: with its bowing on one open string. */
final readonly class RhythmLines implements LineSource
{
    private const TIMES = 4;
    private const COMES_ONCE = 1.2;
    private const AGAINST_THE_BEAT = 0.7;

    public function in(PracticePart $part): array
    {
        $once = [];
        foreach ($part->plan->flags as $flag) {
            foreach ($flag->code === FlagCode::RhythmOnce ? $flag->allPlaces() : [] as $place) {
                $once[$place->measure] = true;
            }
        }
        $found = new Occurrences();
        $told = [];
        foreach (self::measures($part) as $measure => [$from, $until]) {
            $isAgainst = self::leans($part, $from, $until);
            if (!isset($once[$measure]) && !$isAgainst) {
                continue;
            }
            $shape = self::shape($part, $from, $until);
            $told[$shape] ??= isset($once[$measure])
                ? 'this rhythm comes here and nowhere else'
                : 'notes that begin between the beats and last over them';
            $weight = isset($once[$measure])
                ? self::COMES_ONCE
                : self::AGAINST_THE_BEAT * Occurrences::speed($part->shortest($from, $until) ?? 1.0);
            $found->add($shape, $from, $until, [$measure, $measure], $weight);
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $from, 'until' => $until, 'places' => $places, 'weight' => $weight]) {
            $proposals[] = new LineProposal(
                LineKind::Rhythm,
                $part->notes[$from]->note->id,
                $from,
                $places,
                $weight,
                $told[self::shape($part, $from, $until)],
                self::sketch($part, $from, $until),
            );
        }

        return $proposals;
    }

    /** @return array<int, array{int, int}> first and last note of every measure that has more than one */
    private static function measures(PracticePart $part): array
    {
        $measures = [];
        foreach ($part->notes as $at => $played) {
            $measures[$played->event->measure] ??= [$at, $at];
            $measures[$played->event->measure][1] = $at;
        }

        return array_filter($measures, static fn (array $notes): bool => $notes[1] > $notes[0]);
    }

    private static function shape(PracticePart $part, int $from, int $until): string
    {
        $shape = '';
        foreach (range($from, $until) as $at) {
            $event = $part->notes[$at]->event;
            $shape .= "{$event->offset}:{$event->duration} ";
        }

        return $shape;
    }

    /** Whether a note begins between two beats and sounds on over the next one as long as a beat. */
    private static function leans(PracticePart $part, int $from, int $until): bool
    {
        foreach (range($from, $until) as $at) {
            $event = $part->notes[$at]->event;
            $pulse = $part->score->measures[$event->measure]->meter->pulse();
            $isBetween = !$event->offset->dividedBy($pulse)->isWhole();
            if ($isBetween && !$event->duration->isLessThan($pulse)) {
                return true;
            }
        }

        return false;
    }

    /** @throws MusicException */
    private static function sketch(PracticePart $part, int $from, int $until): LineSketch
    {
        $measure = $part->notes[$from]->event->measure;
        $meter = $part->score->measures[$measure]->meter;
        $string = self::mostUsed(array_slice($part->notes, $from, $until - $from + 1)) ?? $part->strings->names[1];
        $measures = OnOneString::bowed($part, $part->written($measure, $measure), static fn (): string => $string);
        if (!self::isFull($measures, $meter->length())) {
            $measures = array_map(
                static fn (array $notes): array => [...$notes, LineNote::rest($meter->length()->minus(self::sum($notes)))],
                $measures,
            );
        }

        return LineSketch::written(
            array_merge(...array_fill(0, self::TIMES, $measures)),
            $meter,
            $part->fifths($measure),
            $part->safeTempo($from, $until),
        );
    }

    /** @param list<list<LineNote>> $measures */
    private static function isFull(array $measures, Fraction $length): bool
    {
        foreach ($measures as $notes) {
            if (self::sum($notes)->isLessThan($length)) {
                return false;
            }
        }

        return true;
    }

    /** @param list<LineNote> $notes */
    private static function sum(array $notes): Fraction
    {
        return array_reduce($notes, static fn (Fraction $sum, LineNote $note): Fraction => $sum->plus($note->length), Fraction::zero());
    }

    /** @param list<PlayedNote> $notes */
    private static function mostUsed(array $notes): ?string
    {
        $strings = array_count_values(array_filter(array_map(
            static fn (PlayedNote $played): string => $played->finger->string ?? '',
            $notes,
        )));
        arsort($strings);

        return array_key_first($strings);
    }
}
