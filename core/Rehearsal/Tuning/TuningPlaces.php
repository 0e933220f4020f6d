<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Tuning;

use UprightPencil\Drills\PitchRisk;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\SoundingNote;

/**
 * Where a piece can be tuned: several sections hold one pitch class, in unison or octaves, for a second or longer.
 *
 * A pitch beside which another stands a second or a tritone away (or the same an octave wider) is no anchor. Where such a note enters
 * while the others hold, it may be heard second. Source: the trade's page on practising and rehearsing, *Tuning places*.
 */
final class TuningPlaces
{
    /** Seconds that a note must be heard. */
    public const LONG_ENOUGH = 1.0;
    /** Half steps, within the octave, that rub: seconds and the tritone. */
    private const RUBS = [1, 2, 6, 10, 11];
    private const OCTAVE = 12;
    /**
     * What a place is worth: every section that holds, an open string among them and each further one, or an octave of one, a risky note,
     * a strong beat, its length.
     */
    private const SECTION = 1.6;
    private const OPEN = 1.5;
    private const MORE_OPEN = 0.4;
    private const OPEN_OCTAVE = 0.7;
    private const RISK = 0.8;
    private const STRONG = 0.3;
    private const LENGTH = 0.4;
    private const LONGEST = 4.0;

    /** @var array<int, list<array{SoundingNote, int}>> bowed notes with the position of their part, by pitch class and time */
    private array $byClass = [];

    /** @var array<int, array<int, array<int, bool>>> as {@see measuresOf()} tells it, by class */
    private array $measures = [];

    /** @var list<TuningPlace>|null */
    private ?array $all = null;

    public function __construct(private readonly MarkedParts $marked)
    {
    }

    /**
     * @return list<TuningPlace> the best first; of one measure and pitch class one
     * @throws MusicException
     */
    public function all(): array
    {
        return $this->all ??= $this->found();
    }

    /**
     * @return list<TuningPlace>
     * @throws MusicException
     */
    private function found(): array
    {
        $this->byClass = $this->sorted();
        $best = [];
        foreach ($this->byClass as $class => $notes) {
            foreach ($notes as [$at]) {
                $place = $this->place($class, $at->from);
                if ($place === null) {
                    continue;
                }
                $key = "{$place->measure} {$class}";
                if (!isset($best[$key]) || $place->worth > $best[$key]->worth + 1e-9) {
                    $best[$key] = $place;
                }
            }
        }
        $places = self::once(array_values($best));
        usort($places, static fn (TuningPlace $a, TuningPlace $b): int
            => [$b->worth, $a->measure, $a->pitchClass] <=> [$a->worth, $b->measure, $b->pitchClass]);

        return $places;
    }

    /** @return array<int, list<array{SoundingNote, int}>> bowed notes with the position of their part, by pitch class and time */
    private function sorted(): array
    {
        $byClass = [];
        foreach ($this->marked->parts as $index => $part) {
            foreach ($this->marked->sounding($part) as $note) {
                if (!$note->isPlucked) {
                    $byClass[$note->pitchClass()][] = [$note, $index];
                }
            }
        }
        foreach ($byClass as $class => $notes) {
            usort($notes, static fn (array $a, array $b): int => $a[0]->from->compare($b[0]->from) ?: $a[1] <=> $b[1]);
            $byClass[$class] = $notes;
        }

        return $byClass;
    }

    /**
     * The place at which what sounds from a moment on can be tuned: at once, or as soon as nothing rubs.
     *
     * @throws MusicException
     */
    private function place(int $class, Fraction $at): ?TuningPlace
    {
        $held = $this->held($class, $at);
        if (count($held) < 2) {
            return null;
        }
        $until = $this->until($held);
        foreach ($this->moments($at, $until) as $moment) {
            if ($this->seconds($moment, $until) < self::LONG_ENOUGH - 1e-6) {
                break;
            }
            if ($this->isClear($class, $moment)) {
                return $this->told($class, $moment, $held, $until);
            }
        }

        return null;
    }

    /**
     * The notes of a class that sound at a moment and go on for long enough, one of each section: the open one, else the lowest.
     *
     * @return array<int, SoundingNote> by the position of the part
     */
    private function held(int $class, Fraction $at): array
    {
        $held = [];
        foreach ($this->marked->around($at, $at) as [$note, $part]) {
            $isLong = $note->soundsAt($at) && $this->seconds($at, $note->until) >= self::LONG_ENOUGH - 1e-6;
            if ($note->isPlucked || $note->pitchClass() !== $class || !$isLong) {
                continue;
            }
            $index = $this->marked->indexOf($part);
            $known = $held[$index] ?? null;
            if ($known === null || $note->isOpen() || (!$known->isOpen() && $note->pitch->semitone() < $known->pitch->semitone())) {
                $held[$index] = $note;
            }
        }
        ksort($held);

        return $held;
    }

    /** @param non-empty-array<int, SoundingNote> $held */
    private function until(array $held): Fraction
    {
        $until = null;
        foreach ($held as $note) {
            $until = $until === null ? $note->until : Fraction::smaller($until, $note->until);
        }

        return $until;
    }

    /** @return list<Fraction> the moment itself, and those at which some part begins or ends a note before another */
    private function moments(Fraction $at, Fraction $until): array
    {
        $moments = [(string) $at => $at];
        foreach ($this->marked->around($at, $until) as [$note]) {
            foreach ([$note->from, $note->until] as $moment) {
                if ($at->isLessThan($moment) && $moment->isLessThan($until)) {
                    $moments[(string) $moment] = $moment;
                }
            }
        }
        usort($moments, static fn (Fraction $a, Fraction $b): int => $a->compare($b));

        return $moments;
    }

    /** Whether nothing sounds at a moment that rubs with a pitch class. */
    private function isClear(int $class, Fraction $at): bool
    {
        return $this->notes($at, $at, static fn (SoundingNote $note): bool => $note->soundsAt($at) && self::rubs($class, $note)) === [];
    }

    private static function rubs(int $class, SoundingNote $note): bool
    {
        return in_array(($note->pitchClass() - $class + self::OCTAVE) % self::OCTAVE, self::RUBS, true);
    }

    private function seconds(Fraction $from, Fraction $to): float
    {
        return $this->marked->tempo->seconds($from, $to);
    }

    /**
     * @param non-empty-array<int, SoundingNote> $held
     * @throws MusicException
     */
    private function told(int $class, Fraction $at, array $held, Fraction $until): TuningPlace
    {
        $parts = [];
        foreach ($held as $index => $note) {
            $parts[] = $this->tuned($this->marked->parts[$index], $note);
        }
        $measure = $this->marked->measureAt($at);
        $seconds = $this->seconds($at, $until);
        $score = $this->marked->score;
        $offset = $at->minus($score->measures[$measure]->onset);

        return new TuningPlace(
            $measure,
            $score->measures[$measure]->meter->beatAt($offset),
            $at,
            max(0, $measure - 1),
            round($seconds, 2),
            self::className($parts),
            $parts,
            $this->without($class, $measure, array_keys($held)),
            (new HearingOrder($this->marked))->of($parts, $this->others($class, $at), $this->entering($class, $at, $until)),
            $this->worth($parts, $seconds, $score->measures[$measure]->beatStrengthAt($offset)),
        );
    }

    /** @throws MusicException */
    private function tuned(PracticePart $part, SoundingNote $note): TunedPart
    {
        $risk = PitchRisk::of($note->finger);

        return new TunedPart(
            $part->plan->part->id,
            $part->plan->part->name,
            $note->note->id,
            $note->pitch,
            MarkedParts::heard($part, $note->pitch->semitone()),
            $note->isOpen(),
            $note->isOpen() ? null : $this->against($part, $note->pitch),
            $risk === null || $note->finger === null ? '' : $risk->words($note->finger),
        );
    }

    /**
     * The open string of its own instrument that a note can be checked with, any number of octaves away; the nearest.
     *
     * @throws MusicException
     */
    private function against(PracticePart $part, Pitch $pitch): ?Pitch
    {
        $best = null;
        foreach ($part->strings->names as $name) {
            $open = $part->open($name);
            $far = $open === null ? 1 : abs($open->semitone() - $pitch->semitone());
            if ($open !== null && $far % self::OCTAVE === 0 && ($best === null || $far < abs($best->semitone() - $pitch->semitone()))) {
                $best = $open;
            }
        }

        return $best;
    }

    /** @param non-empty-list<TunedPart> $parts */
    private static function className(array $parts): string
    {
        $names = array_count_values(array_map(
            static fn (TunedPart $part): string => rtrim((string) $part->pitch, '0123456789-'),
            $parts,
        ));
        arsort($names);

        return (string) array_key_first($names);
    }

    /**
     * @param list<int> $have positions of the parts that have the note
     * @return array<string, int|null>
     */
    private function without(int $class, int $measure, array $have): array
    {
        $without = [];
        foreach ($this->marked->parts as $index => $part) {
            if (in_array($index, $have, true)) {
                continue;
            }
            [$long, $any] = [null, null];
            foreach ($this->measuresOf($class)[$index] ?? [] as $there => $isLong) {
                $isNearer = static fn (?int $known): bool => $known === null || abs($there - $measure) < abs($known - $measure);
                $any = $isNearer($any) ? $there : $any;
                $long = $isLong && $isNearer($long) ? $there : $long;
            }
            $without[$part->plan->part->id] = $long ?? $any;
        }

        return $without;
    }

    /** @return array<int, array<int, bool>> by part and measure where a class is bowed, and whether it is long enough there */
    private function measuresOf(int $class): array
    {
        if (isset($this->measures[$class])) {
            return $this->measures[$class];
        }
        $measures = [];
        foreach ($this->byClass[$class] ?? [] as [$note, $part]) {
            $isLong = $this->seconds($note->from, $note->until) >= self::LONG_ENOUGH - 1e-6;
            $measures[$part][$note->note->measure] = $isLong || ($measures[$part][$note->note->measure] ?? false);
        }

        return $this->measures[$class] = $measures;
    }

    /** @return list<array{SoundingNote, PracticePart}> notes of other classes that sound at the moment */
    private function others(int $class, Fraction $at): array
    {
        return $this->notes(
            $at,
            $at,
            static fn (SoundingNote $note): bool => $note->pitchClass() !== $class && $note->soundsAt($at),
        );
    }

    /** @return list<array{SoundingNote, PracticePart}> notes that rub and enter while the others hold */
    private function entering(int $class, Fraction $at, Fraction $until): array
    {
        return $this->notes($at, $until, static fn (SoundingNote $note): bool => self::rubs($class, $note)
            && $at->isLessThan($note->from) && $note->from->isLessThan($until));
    }

    /**
     * @param callable(SoundingNote): bool $matters
     * @return list<array{SoundingNote, PracticePart}> bowed ones
     */
    private function notes(Fraction $from, Fraction $until, callable $matters): array
    {
        return array_values(array_filter(
            $this->marked->around($from, $until),
            static fn (array $one): bool => !$one[0]->isPlucked && $matters($one[0]),
        ));
    }

    /** @param non-empty-list<TunedPart> $parts */
    private function worth(array $parts, float $seconds, int $strength): float
    {
        $worth = self::SECTION * count($parts) + self::STRONG * $strength + self::LENGTH * min(self::LONGEST, $seconds);
        $open = array_filter($parts, static fn (TunedPart $part): bool => $part->isOpen);
        $octaves = array_filter($parts, static fn (TunedPart $part): bool => $part->against !== null);
        $risks = array_filter($parts, static fn (TunedPart $part): bool => $part->risk !== '');

        return $worth + match (true) {
            $open !== [] => self::OPEN + self::MORE_OPEN * (count($open) - 1),
            $octaves !== [] => self::OPEN_OCTAVE,
            default => 0.0,
        } + ($risks === [] ? 0.0 : self::RISK);
    }

    /**
     * What is held over a barline is one place: the better of the two.
     *
     * @param list<TuningPlace> $places
     * @return list<TuningPlace>
     */
    private static function once(array $places): array
    {
        usort($places, static fn (TuningPlace $a, TuningPlace $b): int => $a->onset->compare($b->onset));
        /** @var array<string, TuningPlace> $kept by their notes */
        $kept = [];
        foreach ($places as $place) {
            $notes = implode(' ', array_map(static fn (TunedPart $part): string => $part->noteId, $place->parts));
            if (!isset($kept[$notes]) || $place->worth > $kept[$notes]->worth) {
                $kept[$notes] = $place;
            }
        }

        return array_values($kept);
    }

    /** The place in words: "measure 12, beat 3". */
    public function where(TuningPlace $place): string
    {
        $measure = $this->marked->score->measures[$place->measure];

        return PlaceWords::of($measure, $place->onset->minus($measure->onset));
    }
}
