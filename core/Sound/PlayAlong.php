<?php

declare(strict_types=1);

namespace UprightPencil\Sound;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\InnerChange;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Event;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Roadmap\Roadmap;
use UprightPencil\Roadmap\Visit;

/**
 * A part as it is played from beginning to end, repeats and all: its measures with their beats, its tones, and where the bow is.
 *
 * What is heard, the place on the page and the bow all come from these numbers, in seconds at full tempo; a slower tempo stretches all
 * of them alike, so that the bow keeps its part and its size.
 */
final readonly class PlayAlong
{
    /** A tone that is cut where the music jumps away is left a little before. */
    private const GAP = 0.03;
    /** Where the bow turns inside a long note that says nothing else. */
    private const NEAR_FROG = 0.06;
    private const NEAR_TIP = 0.94;
    private const SAME = 1e-6;
    /** Beats a pickup leaves empty with which alone one can count in; fewer come after a whole measure. */
    private const ENOUGH_EMPTY = 2;

    /**
     * @param list<PlayedMeasure> $measures in playing order
     * @param list<SoundNote> $tones with the seconds of playing order, by the time they begin
     * @param list<PlayedStroke> $strokes in playing order, by measure and line
     * @param float $seconds of the whole
     */
    private function __construct(public array $measures, public array $tones, public array $strokes, public float $seconds)
    {
    }

    public static function of(Score $score, PartPlan $plan, ?TempoMap $tempo = null): self
    {
        $tempo ??= TempoMap::of($score);
        $visits = Roadmap::of($score)->visits;
        $measures = self::measures($score, $visits, $tempo);
        $last = $measures[count($measures) - 1] ?? null;

        $tones = self::tones(SoundLine::of($score, $plan, $tempo), $score, $visits, $measures, $tempo);

        return new self(
            $measures,
            $tones,
            self::strokes($score, $plan, $visits, $measures, $tones, $tempo),
            $last === null ? 0.0 : $last->end,
        );
    }

    /**
     * @param list<Visit> $visits
     * @return list<PlayedMeasure>
     */
    private static function measures(Score $score, array $visits, TempoMap $tempo): array
    {
        $played = [];
        $now = 0.0;
        foreach ($visits as $visit) {
            $measure = $score->measures[$visit->measure];
            $seconds = $tempo->seconds($measure->onset, $measure->end());
            $played[] = new PlayedMeasure(
                $measure->index,
                $measure->number,
                $measure->rehearsal,
                $visit->pass,
                $now,
                $now + $seconds,
                $measure->onset->toFloat(),
                $measure->length->toFloat(),
                $tempo->quartersPerMinuteAt($measure->onset),
                $measure->meter->pulse()->toFloat(),
                self::beats($score, $measure, $now, $tempo),
                self::countIn($score, $measure, $tempo),
            );
            $now += $seconds;
        }

        return $played;
    }

    /** How far a pickup leans on the barline after it, in quarter notes. */
    private static function lean(Score $score, Measure $measure): Fraction
    {
        return $measure->index === 0 && $score->pickup() !== null ? $measure->meter->length()->minus($measure->length) : Fraction::zero();
    }

    /** @return list<array{float, int}> */
    private static function beats(Score $score, Measure $measure, float $now, TempoMap $tempo): array
    {
        if ($measure->meter->isFree) {
            return [];
        }
        $beats = [];
        $lean = self::lean($score, $measure);
        $pulse = $measure->meter->pulse();
        $count = 0;
        for ($at = Fraction::zero(); $at->isLessThan($measure->meter->length()); $at = $at->plus($pulse)) {
            $count++;
            $offset = $at->minus($lean);
            if (!$offset->isLessThan(Fraction::zero()) && $offset->isLessThan($measure->length)) {
                $beats[] = [$now + $tempo->seconds($measure->onset, $measure->onset->plus($offset)), $count];
            }
        }

        return $beats;
    }

    /** @return list<array{float, int}> */
    private static function countIn(Score $score, Measure $measure, TempoMap $tempo): array
    {
        $pulse = $measure->meter->pulse();
        $second = 60.0 * $pulse->toFloat() / $tempo->quartersPerMinuteAt($measure->onset);
        $whole = max(1, (int) round($measure->meter->length()->dividedBy($pulse)->toFloat()));
        // What of a measure that begins the piece is not played: its empty beats, and the piece of a beat before the first note.
        $empty = self::lean($score, $measure)->dividedBy($pulse)->toFloat();
        $counts = [];
        for ($beat = 0; $beat < $empty - self::SAME; $beat++) {
            $counts[] = [($empty - $beat) * $second, $beat + 1];
        }
        if (count($counts) < self::ENOUGH_EMPTY) {
            $before = [];
            for ($beat = 0; $beat < $whole; $beat++) {
                $before[] = [($empty + $whole - $beat) * $second, $beat + 1];
            }
            $counts = [...$before, ...$counts];
        }

        return $counts;
    }

    /**
     * @param list<SoundNote> $printed
     * @param list<Visit> $visits
     * @param list<PlayedMeasure> $measures
     * @return list<SoundNote>
     */
    private static function tones(array $printed, Score $score, array $visits, array $measures, TempoMap $tempo): array
    {
        $byMeasure = [];
        foreach ($printed as $tone) {
            $byMeasure[self::measureAt($score, $tone->at)][] = $tone;
        }
        $tones = [];
        foreach ($visits as $number => $visit) {
            $shift = $measures[$number]->start - $tempo->seconds(Fraction::zero(), $score->measures[$visit->measure]->onset);
            $goesOn = ($visits[$number + 1]->measure ?? -1) === $visit->measure + 1;
            foreach ($byMeasure[$visit->measure] ?? [] as $tone) {
                $end = $tone->end + $shift;
                $tones[] = $tone->moved(
                    $tone->start + $shift,
                    // Over a barline it sounds on only where the music does.
                    $goesOn || $tone->isPlucked ? $end : max($tone->start + $shift + self::GAP, min($end, $measures[$number]->end)),
                );
            }
        }
        usort($tones, static fn (SoundNote $a, SoundNote $b): int => [$a->start, $a->key] <=> [$b->start, $b->key]);

        return $tones;
    }

    private static function measureAt(Score $score, float $at): int
    {
        $low = 0;
        $high = count($score->measures) - 1;
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($score->measures[$middle]->onset->toFloat() <= $at + self::SAME) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }

        return $low;
    }

    /**
     * @param list<Visit> $visits
     * @param list<PlayedMeasure> $measures
     * @param list<SoundNote> $tones
     * @return list<PlayedStroke>
     */
    private static function strokes(Score $score, PartPlan $plan, array $visits, array $measures, array $tones, TempoMap $tempo): array
    {
        $events = [];
        foreach (Line::allOf($score, $plan->part) as $number => $line) {
            foreach ($line->events as $event) {
                $events[$event->measure][] = [$number, $event];
            }
        }
        $ends = [];
        foreach ($tones as $tone) {
            $ends[self::moment($tone->id, $tone->start)] = $tone->end;
        }
        $strokes = [];
        foreach ($visits as $number => $visit) {
            // A stroke keeps the way it was begun in, over the barline too.
            $isTurned = [];
            foreach ($events[$visit->measure] ?? [] as [$line, $event]) {
                foreach (self::onEvent($plan, $line, $event, $visit, $measures[$number], $score, $tempo, $isTurned) as $stroke) {
                    $strokes[] = $stroke->soundingUntil($ends[self::moment($stroke->id, $stroke->start)] ?? $stroke->end);
                }
            }
        }

        return $strokes;
    }

    private static function moment(string $id, float $start): string
    {
        return $id . ' ' . round($start, 3);
    }

    /**
     * @param array<string, bool> $isTurned strokes of this visit that go the other way than the first time, by line and number
     * @return list<PlayedStroke> one, or one for each piece between changes
     */
    private static function onEvent(
        PartPlan $plan,
        int $line,
        Event $event,
        Visit $visit,
        PlayedMeasure $measure,
        Score $score,
        TempoMap $tempo,
        array &$isTurned,
    ): array {
        $note = $plan->part->notes[$event->notes[count($event->notes) - 1]];
        $bow = $plan->bow->at($plan->part->notes[$event->notes[0]]->id);
        if ($bow === null || $bow->from === null || $bow->to === null) {
            return [];
        }
        $key = "{$line} {$bow->stroke}";
        if ($bow->isHead) {
            $isTurned[$key] = $bow->directionOn($visit->pass) !== $bow->direction;
        }
        $turned = $isTurned[$key] ?? false;
        $finger = $plan->fingers->at($note->id);
        $onset = $score->measures[$visit->measure]->onset;
        $second = static fn (float $quarters): float => $measure->start + $tempo->secondsBetween($onset->toFloat(), $quarters);
        $strokes = [];
        foreach (self::pieces($bow, $event, $visit->pass) as $number => [$from, $until, $direction, $begins, $ends]) {
            $strokes[] = new PlayedStroke(
                $note->id,
                $second($from),
                $second($until),
                $second($until),
                $turned ? $direction->opposite() : $direction,
                $turned ? $ends : $begins,
                $turned ? $begins : $ends,
                $number === 0 ? $bow->connectionOn($visit->pass) : BowConnection::Change,
                $finger?->string,
                $finger === null ? '' : $finger->words(),
                $finger === null ? '' : $finger->position,
                $number === 0 ? $bow->advice : '',
                $line,
            );
        }

        return $strokes;
    }

    /** @return list<array{float, float, Direction, float, float}> quarter notes from and until, direction, places on the bow */
    private static function pieces(NoteBow $bow, Event $event, int $pass): array
    {
        $changes = array_values(array_filter(
            $bow->changes,
            static fn (InnerChange $change): bool => $change->pass === null || $change->pass === $pass,
        ));
        $pieces = [];
        $from = $event->onset->toFloat();
        $place = $bow->from ?? 0.0;
        $direction = $bow->direction;
        foreach ($changes as $change) {
            $until = $event->onset->plus($change->offset)->toFloat();
            $turns = $direction === Direction::Down ? max($place, self::NEAR_TIP) : min($place, self::NEAR_FROG);
            $pieces[] = [$from, $until, $direction, $place, $turns];
            [$from, $place, $direction] = [$until, $turns, $change->direction];
        }
        $pieces[] = [$from, $event->end()->toFloat(), $direction, $place, $bow->to ?? $place];

        return $pieces;
    }
}
