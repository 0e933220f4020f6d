<?php

declare(strict_types=1);

namespace UprightPencil\Sound;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Marks\Kind\Text\LeaveOut;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Event;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Line;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Plucked;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;

/**
 * What a part sounds like as it is marked: how long each tone is held, where the bow begins anew, how loud it is.
 *
 * Source of the shares: the trade's page on bowing (a dot frees about half of the note, a bounced note less than that), and what a
 * class does between separate strokes and before a stop.
 */
final readonly class SoundLine
{
    /** Share of its length a tone is held: under a slur or a line whole, plain strokes nearly. */
    private const HELD = 1.0;
    private const PLAIN = 0.94;
    private const DOTTED = 0.5;
    private const BOUNCED = 0.35;
    /** Before a stop on the string, or while the bow is carried back. */
    private const STOPPED = 0.8;
    /** Seconds between two tones at most: what is long is held as long. */
    private const GAPS = [['share' => self::PLAIN, 'gap' => 0.06], ['share' => self::STOPPED, 'gap' => 0.2]];
    /** Seconds of a grace note. */
    private const GRACE = 0.09;
    /** Seconds a plucked string rings at most. */
    private const RINGS = 1.6;
    /** Levels from pp to ff. */
    private const LOUDEST = 5.0;
    private const OCTAVE = 12;

    /** @return list<SoundNote> by the time they begin, the higher of two that begin together last */
    public static function of(Score $score, PartPlan $plan, ?TempoMap $tempo = null): array
    {
        $tempo ??= TempoMap::of($score);
        $part = $plan->part;
        $dynamics = Dynamics::of($score, $part);
        $plucked = Plucked::of($score->measures, $part);
        $left = self::leftOut($plan->book);
        $sound = [];
        foreach (Line::allOf($score, $part) as $number => $line) {
            foreach ($line->events as $index => $event) {
                array_push($sound, ...array_map(
                    static fn (SoundNote $note): SoundNote => $note->ofLine($number),
                    self::event($plan, $line, $index, $event, $tempo, $dynamics, $plucked, $left),
                ));
            }
        }
        usort($sound, static fn (SoundNote $a, SoundNote $b): int => [$a->start, $a->key] <=> [$b->start, $b->key]);

        return $sound;
    }

    /**
     * @param array<string, true> $left noteheads nobody plays
     * @return list<SoundNote>
     */
    private static function event(
        PartPlan $plan,
        Line $line,
        int $index,
        Event $event,
        TempoMap $tempo,
        Dynamics $dynamics,
        Plucked $plucked,
        array $left,
    ): array {
        $part = $plan->part;
        $at = $event->onset->toFloat();
        $sound = [];
        $before = self::GRACE * count($event->graceBefore);
        foreach ($event->graceBefore as $number => $grace) {
            $note = $part->notes[$grace];
            $key = self::key($part, $note);
            if ($key !== null && !isset($left[$note->id])) {
                $start = $tempo->secondsBetween(0.0, $at) - $before + $number * self::GRACE;
                $level = self::level($dynamics, $at);
                $sound[] = new SoundNote(
                    $note->id,
                    $at,
                    $at,
                    max(0.0, $start),
                    max(0.0, $start) + self::GRACE,
                    $key,
                    $level,
                    $level,
                    $number === 0,
                    false,
                    false,
                    false,
                    null,
                    null,
                );
            }
        }
        foreach ($event->notes as $position) {
            $note = $part->notes[$position];
            $key = self::key($part, $note);
            // A tone that is tied on was begun before.
            if ($key === null || isset($left[$note->id]) || self::isHeldOver($part, $line, $index, $note)) {
                continue;
            }
            array_push($sound, ...self::tone($plan, $line, $index, $note, $key, $tempo, $dynamics, $plucked->isAt($at)));
        }

        return $sound;
    }

    /** @return list<SoundNote> one, or a piece for every bow it is played in */
    private static function tone(
        PartPlan $plan,
        Line $line,
        int $index,
        Note $note,
        int $key,
        TempoMap $tempo,
        Dynamics $dynamics,
        bool $isPlucked,
    ): array {
        $part = $plan->part;
        $event = $line->events[$index];
        $bow = $plan->bow->at($note->id);
        /** @var list<array{float, ?NoteBow, bool}> $begins where a bow begins in it, and whether it is a change inside */
        $begins = [[$event->onset->toFloat(), $bow, false]];
        $last = $index;
        $tied = $note;
        $changes = self::changes($event, $bow);
        while ($tied->tieStart && ($next = self::tiedTo($part, $line, $last, $tied)) !== null) {
            $last++;
            $tied = $next;
            $on = $plan->bow->at($tied->id);
            if ($on?->isHead === true) {
                $begins[] = [$line->events[$last]->onset->toFloat(), $on, false];
            }
            array_push($changes, ...self::changes($line->events[$last], $on));
        }
        foreach ($changes as $at) {
            $begins[] = [$at, null, true];
        }
        usort($begins, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $end = $line->events[$last]->end()->toFloat();
        $sound = [];
        foreach ($begins as $number => [$from, $begun, $isChange]) {
            $until = $begins[$number + 1][0] ?? $end;
            $isLast = $number === count($begins) - 1;
            $share = $isLast ? self::share($plan, $line, $last, $note, $isPlucked) : self::PLAIN;
            $start = $tempo->secondsBetween(0.0, $from);
            $whole = $tempo->secondsBetween(0.0, $until) - $start;
            $length = self::held($whole, $share);
            $length = $isPlucked ? min(self::RINGS, $whole) : $length;
            $sound[] = new SoundNote(
                $note->id,
                $from,
                $from + ($whole > 0.0 ? ($until - $from) * min(1.0, $length / $whole) : 0.0),
                $start,
                $start + $length,
                $key,
                self::level($dynamics, $from),
                self::level($dynamics, max($from, $until - 0.01)),
                $isChange || $isPlucked || $number > 0 || $bow === null || $bow->isHead,
                $isPlucked,
                $number === 0 && $note->has('accent', 'strong-accent'),
                $note->tremolo,
                $isPlucked ? null : $begun?->from,
                $isPlucked ? null : $begun?->to,
            );
        }

        return $sound;
    }

    /** Seconds a tone of a length is held. */
    private static function held(float $length, float $share): float
    {
        foreach (self::GAPS as ['share' => $of, 'gap' => $gap]) {
            if ($share === $of) {
                return max($length * $share, $length - $gap);
            }
        }

        return $length * $share;
    }

    /** How much of its length a tone is held, by what is printed at it and how the next one is joined to it. */
    private static function share(PartPlan $plan, Line $line, int $index, Note $note, bool $isPlucked): float
    {
        $next = $line->events[$index + 1] ?? null;
        $bow = $next === null ? null : $plan->bow->at($plan->part->notes[$next->notes[0]]->id);

        return match (true) {
            $isPlucked => self::HELD,
            $note->has('spiccato', 'staccatissimo') => self::BOUNCED,
            $note->has('staccato') => self::DOTTED,
            $bow?->connection === BowConnection::Slur => self::HELD,
            $note->has('tenuto') => self::HELD,
            $bow !== null && in_array($bow->connection, [BowConnection::Hook, BowConnection::Retake, BowConnection::Lift], true)
                => self::STOPPED,
            default => self::PLAIN,
        };
    }

    /** @return list<float> quarter notes from the beginning of the part at which the bow changes inside a note */
    private static function changes(Event $event, ?NoteBow $bow): array
    {
        $at = [];
        foreach ($bow->changes ?? [] as $change) {
            $at[] = $event->onset->plus($change->offset)->toFloat();
        }

        return $at;
    }

    private static function isHeldOver(Part $part, Line $line, int $index, Note $note): bool
    {
        foreach ($note->tieStop ? $line->events[$index - 1]->notes ?? [] : [] as $position) {
            $before = $part->notes[$position];
            if ($before->tieStart && $before->pitch?->semitone() === $note->pitch?->semitone()) {
                return true;
            }
        }

        return false;
    }

    private static function tiedTo(Part $part, Line $line, int $index, Note $note): ?Note
    {
        foreach ($line->events[$index + 1]->notes ?? [] as $position) {
            $next = $part->notes[$position];
            if ($next->tieStop && $next->pitch?->semitone() === $note->pitch?->semitone()) {
                return $next;
            }
        }

        return null;
    }

    private static function key(Part $part, Note $note): ?int
    {
        return $note->pitch === null
            ? null
            : $note->pitch->semitone() - ($part->instrument === Instrument::Bass ? self::OCTAVE : 0);
    }

    private static function level(Dynamics $dynamics, float $at): float
    {
        return round($dynamics->levelAt($at) / self::LOUDEST, 3);
    }

    /** @return array<string, true> */
    private static function leftOut(MarkBook $book): array
    {
        $left = [];
        foreach ($book->acting(LeaveOut::class) as $mark) {
            $left[$mark->from] = true;
        }

        return $left;
    }
}
