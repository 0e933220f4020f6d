<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Bow\Lift;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Music\Event;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Line;
use UprightPencil\Music\Meter;
use UprightPencil\Music\Note;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\PlanOptions;

/** A marked part, looked at for what it asks of a player: its upper line, note by note, with fingers, bows and seconds. */
final readonly class PracticePart
{
    /** Quarter notes a minute at which a line is played where nothing else is right for it. */
    public const SLOW = 66.0;
    public const CALM = 80.0;

    public Strings $strings;

    /**
     * @param list<PlayedNote> $notes in printed order
     * @throws MusicException
     */
    private function __construct(
        public Score $score,
        public PartPlan $plan,
        public PlanOptions $options,
        public TempoMap $tempo,
        public array $notes,
    ) {
        $this->strings = Strings::of($plan->part->instrument);
    }

    /** @throws MusicException */
    public static function of(Score $score, PartPlan $plan, PlanOptions $options): self
    {
        $tempo = TempoMap::of($score, $options->tempo, $options->tempos);

        return new self($score, $plan, $options, $tempo, self::played($score, $plan, $tempo));
    }

    /** @return list<PlayedNote> */
    private static function played(Score $score, PartPlan $plan, TempoMap $tempo): array
    {
        $upper = null;
        foreach (Line::allOf($score, $plan->part) as $line) {
            // A second line that comes for a few measures is not what the part is about.
            if ($upper === null || count($line->events) > 2 * count($upper->events)) {
                $upper = $line;
            }
        }
        $played = [];
        foreach ($upper->events ?? [] as $event) {
            $note = self::top($plan, $event);
            if ($note?->pitch === null) {
                continue;
            }
            $start = $tempo->secondsBetween(0.0, $event->onset->toFloat());
            $played[] = new PlayedNote(
                $note,
                $note->pitch,
                $event,
                $plan->fingers->at($note->id),
                $plan->bow->at($plan->part->notes[$event->notes[0]]->id),
                $start,
                $tempo->seconds($event->onset, $event->end()),
            );
        }

        return $played;
    }

    private static function top(PartPlan $plan, Event $event): ?Note
    {
        $top = null;
        foreach ($event->notes as $position) {
            $note = $plan->part->notes[$position];
            if ($top === null || ($note->pitch?->semitone() ?? 0) > ($top->pitch?->semitone() ?? 0)) {
                $top = $note;
            }
        }

        return $top;
    }

    public function instrument(): Instrument
    {
        return $this->plan->part->instrument;
    }

    /**
     * The open string of a name.
     *
     * @throws MusicException
     */
    public function open(string $string): ?Pitch
    {
        $at = $this->strings->named($string);

        return $at === null ? null : self::ofSteps($this->strings->steps[$at], $this->strings->semitones[$at]);
    }

    /**
     * An open string a note can be heard against: the same pitch, or an octave from it; null where there is none.
     *
     * @throws MusicException
     */
    public function anchor(Pitch $pitch): ?Pitch
    {
        $best = null;
        foreach ($this->strings->names as $name) {
            $open = $this->open($name);
            $far = $open === null ? null : abs($open->semitone() - $pitch->semitone());
            if ($open !== null && ($far === 0 || $far === 12) && $open->letter === $pitch->letter && ($best === null || $far === 0)) {
                $best = $open;
            }
        }

        return $best;
    }

    /** The string above or below another, by its letter. */
    public function nextTo(string $string, int $by): ?string
    {
        $at = $this->strings->named($string);

        return $at === null ? null : ($this->strings->names[$at + $by] ?? null);
    }

    public function fifths(int $measure): int
    {
        return $this->plan->part->keyIn($this->score->measures[$measure]);
    }

    /** Quarter notes a minute at a note. */
    public function tempoAt(PlayedNote $note): float
    {
        return $this->tempo->quartersPerMinuteAt($note->event->onset);
    }

    /** A tempo at which a stretch is safe, in quarter notes a minute, whole. */
    public function safeTempo(int $from, int $until): float
    {
        return round($this->tempoAt($this->notes[$from]) * TempoLadder::safeShare($this->shortest($from, $until), true));
    }

    /** Seconds from one note to the next where they follow fastest. */
    public function shortest(int $from, int $until): ?float
    {
        $shortest = null;
        for ($at = $from; $at < $until && isset($this->notes[$at + 1]); $at++) {
            $between = $this->notes[$at + 1]->start - $this->notes[$at]->start;
            if ($between > 1e-6 && ($shortest === null || $between < $shortest)) {
                $shortest = $between;
            }
        }

        return $shortest;
    }

    /** A calm meter for lines that have none of their own. */
    public static function common(): Meter
    {
        return Meter::of(4, 4);
    }

    /** @return array{int, int}|null first and last note of a stretch of measures; null where nothing is played in it */
    public function inMeasures(int $from, int $to): ?array
    {
        $first = $last = null;
        foreach ($this->notes as $index => $note) {
            if ($note->event->measure >= $from && $note->event->measure <= $to) {
                $first ??= $index;
                $last = $index;
            }
        }

        return $first === null || $last === null ? null : [$first, $last];
    }

    /**
     * Stretches in which every note goes on from the one before.
     *
     * @param callable(PlayedNote, PlayedNote): bool $goesOn the note before, and the note
     * @return list<array{int, int}> first and last note of each; those of one note too
     */
    public function runs(callable $goesOn): array
    {
        $runs = [];
        $from = 0;
        foreach ($this->notes as $at => $played) {
            if ($at > 0 && !$goesOn($this->notes[$at - 1], $played)) {
                $runs[] = [$from, $at - 1];
                $from = $at;
            }
        }
        if ($this->notes !== []) {
            $runs[] = [$from, count($this->notes) - 1];
        }

        return $runs;
    }

    /**
     * Measures as they are written and marked, rests included; they end where the meter changes.
     *
     * @param int $pass the time through whose bow it begins with
     * @param bool $goesOn whether it follows something: its first stroke goes as it comes
     * @return list<list<LineNote>>
     */
    public function written(int $from, int $to, int $pass = 1, bool $goesOn = false): array
    {
        $byMeasure = [];
        foreach ($this->notes as $index => $played) {
            $byMeasure[$played->event->measure][] = $index;
        }
        $meter = $this->score->measures[$from]->meter;
        $measures = [];
        for ($measure = $from; $measure <= $to && isset($this->score->measures[$measure]); $measure++) {
            $here = $this->score->measures[$measure];
            if ($here->meter->beats !== $meter->beats || $here->meter->unit !== $meter->unit) {
                break;
            }
            $at = Fraction::zero();
            $notes = [];
            foreach ($byMeasure[$measure] ?? [] as $index) {
                $played = $this->notes[$index];
                if ($at->isLessThan($played->event->offset)) {
                    $notes[] = LineNote::rest($played->event->offset->minus($at));
                }
                $notes[] = $this->asWritten($index, $notes === [] && $measures === [] && !$goesOn, $pass);
                $at = $played->event->offset->plus($played->event->duration);
            }
            if ($at->isLessThan($here->length)) {
                $notes[] = LineNote::rest($here->length->minus($at));
            }
            $measures[] = $notes;
        }

        return self::closed($measures);
    }

    /**
     * One note as it is written and marked.
     *
     * @param bool $isFirst whether its direction has to be said
     * @param int $pass and for which time through
     */
    public function asWritten(int $index, bool $isFirst = false, int $pass = 1): LineNote
    {
        $played = $this->notes[$index];
        $next = $this->notes[$index + 1] ?? null;
        $note = LineNote::of($played->pitch, $played->event->duration)->by($played->finger)->signed($played->note->articulations);
        if ($played->note->tieStart) {
            $note = $note->tied();
        }
        $bow = $played->bow;
        if ($bow !== null && $bow->isHead) {
            $note = match ($isFirst ? BowConnection::Start : $bow->connectionOn($pass)) {
                BowConnection::Start => $note->going($bow->directionOn($pass)),
                BowConnection::Hook => $note->marked(new Hook()),
                BowConnection::Retake => $note->marked(new Retake()),
                BowConnection::Lift => $note->marked(new Lift()),
                default => $note,
            };
            if ($next?->bow?->connection === BowConnection::Slur || $next?->bow?->connection === BowConnection::Tie) {
                $note = $note->beginsSlur();
            }
        }
        if ($bow !== null && !$bow->isHead && ($next?->bow === null || $next->bow->isHead)) {
            $note = $note->endsSlur();
        }

        return $note;
    }

    /**
     * Slurs that begin before, or go on after, what is written are closed at its edges; a tie alone needs none.
     *
     * @param array<int, array<int, LineNote>> $measures
     * @return list<list<LineNote>>
     */
    private static function closed(array $measures): array
    {
        $open = null;
        foreach ($measures as $measure => $notes) {
            foreach ($notes as $at => $note) {
                if ($note->ends) {
                    $measures[$measure][$at] = $open === null ? $note->unslurred() : $note;
                    $open = null;
                }
                if ($note->slurs) {
                    $open = [$measure, $at];
                }
            }
        }
        if ($open !== null) {
            [$measure, $at] = $open;
            $measures[$measure][$at] = $measures[$measure][$at]->unslurred();
        }

        return array_map(array_values(...), array_values($measures));
    }

    /** "34", or "36-37" */
    public function told(int $from, int $to): string
    {
        [$first, $last] = [$this->score->measures[$from]->number, $this->score->measures[$to]->number];

        return $from === $to ? $first : "{$first}-{$last}";
    }

    /** @throws MusicException */
    private static function ofSteps(int $step, int $semitone): Pitch
    {
        $letter = 'CDEFGAB'[$step % 7];
        $octave = intdiv($step, 7);

        return Pitch::of($letter, $semitone - Pitch::of($letter, 0, $octave)->semitone(), $octave);
    }
}
