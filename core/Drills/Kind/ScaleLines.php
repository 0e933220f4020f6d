<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineBuilder;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\PlayedNote;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Pitch;
use UprightPencil\Settings\Profile;

/** The scale of the part, up with open strings and down with the fourth finger, in the strokes the part plays. */
final readonly class ScaleLines implements LineSource
{
    private const LETTERS = 'CDEFGAB';
    private const MAJOR = [
        -7 => 'C', -6 => 'G', -5 => 'D', -4 => 'A', -3 => 'E', -2 => 'B', -1 => 'F', 0 => 'C', 1 => 'G', 2 => 'D', 3 => 'A', 4 => 'E',
        5 => 'B', 6 => 'F', 7 => 'C',
    ];
    private const WEIGHT = 0.5;
    private const FOR_EACH_SIGN = 0.1;
    private const FOR_RUNS = 0.4;
    /** Notes by step one way that are a piece of a scale. */
    private const RUN = 5;
    /** Half steps between the lowest and the highest note from which two octaves are worth their time. */
    private const WIDE = 17;
    /** Seconds of repeated notes whose stroke is worth taking along. */
    private const FAST = 0.4;
    /** The same note so often one after the other is a stroke of its own. */
    private const REPEATED = 3;

    public function in(PracticePart $part): array
    {
        if ($part->notes === []) {
            return [];
        }
        $pitches = array_map(static fn (PlayedNote $played): int => $played->pitch->semitone(), $part->notes);
        $octaves = max($pitches) - min($pitches) >= self::WIDE ? [2, 1] : [1];
        $tonic = self::tonic($part, $part->fifths($part->notes[0]->event->measure));
        $proposal = self::first($part, $octaves, self::stroke($part), $tonic);

        return $proposal === null ? [] : [$proposal];
    }

    /**
     * The scale all sections play together: one octave from the tonic of one of them, in its strokes.
     *
     * @throws MusicException
     */
    public static function forAll(PracticePart $part, PracticePart $lead): ?LineProposal
    {
        if ($part->notes === [] || $lead->notes === []) {
            return null;
        }
        $tonic = self::tonic($lead, $part->fifths($part->notes[0]->event->measure));

        return self::first($part, [1], self::stroke($lead), $tonic);
    }

    /**
     * The name of the key a part ends in: "D minor".
     *
     * @throws MusicException
     */
    public static function keyOf(PracticePart $part): string
    {
        $fifths = $part->fifths($part->notes[0]->event->measure);

        return self::keyName(self::tonic($part, $fifths), $fifths);
    }

    /**
     * @param array{string, bool} $tonic
     * @throws MusicException
     */
    private static function keyName(array $tonic, int $fifths): string
    {
        [$letter, $isMinor] = $tonic;

        return Pitch::of($letter, Pitch::alterationInKey($letter, $fifths), 4)->spoken() . ($isMinor ? ' minor' : ' major');
    }

    /**
     * @param list<int> $octaves how many are tried, the best first
     * @param array{int, Fraction, list<string>} $stroke
     * @param array{string, bool} $key its letter, and whether it is minor
     * @throws MusicException
     */
    private static function first(PracticePart $part, array $octaves, array $stroke, array $key): ?LineProposal
    {
        $fifths = $part->fifths($part->notes[0]->event->measure);
        [$tonic, $isMinor] = $key;
        [$strokes, $length, $signs] = $stroke;
        $builder = new LineBuilder($part->options, $part->plan->part);
        $lowest = PHP_INT_MAX;
        foreach ($part->notes as $played) {
            $lowest = min($lowest, $played->pitch->semitone());
        }
        foreach ($octaves as $many) {
            foreach (self::beginnings($part, $tonic, $lowest) as $begins) {
                $sketch = self::sketch($part, $begins, $fifths, $isMinor, $many, $strokes, $length, $signs);
                if (self::fits($builder, $sketch)) {
                    return self::proposal($part, $sketch, $tonic, $fifths, $isMinor, $strokes);
                }
            }
        }

        return null;
    }

    /** @throws MusicException */
    private static function proposal(
        PracticePart $part,
        LineSketch $sketch,
        string $tonic,
        int $fifths,
        bool $isMinor,
        int $strokes,
    ): LineProposal {
        $runs = self::runs($part);
        $name = self::keyName([$tonic, $isMinor], $fifths);
        $last = count($part->score->measures) - 1;
        $why = "the part is in {$name}"
            . ($runs > 0 ? ($runs === 1 ? ', and has a piece of its scale' : ", and has {$runs} pieces of its scale") : '')
            . ($strokes > 1 ? "; {$strokes} strokes a note, as the part repeats its notes" : '');

        return new LineProposal(
            LineKind::Scale,
            $part->notes[0]->note->id,
            0,
            [[0, $last]],
            self::WEIGHT + self::FOR_EACH_SIGN * abs($fifths) + ($runs > 0 ? self::FOR_RUNS : 0.0),
            $why,
            $sketch,
        );
    }

    /** @return array{string, bool} its letter, and whether it is minor: where the part ends on the minor's tonic */
    private static function tonic(PracticePart $part, int $fifths): array
    {
        $major = self::MAJOR[max(-7, min(7, $fifths))];
        $minor = self::LETTERS[((int) strpos(self::LETTERS, $major) + 5) % 7];
        $last = $part->notes[count($part->notes) - 1]->pitch;

        return $last->letter === $minor && $last->alteration === Pitch::alterationInKey($minor, $fifths) ? [$minor, true] : [$major, false];
    }

    /**
     * @return list<Pitch> tonics to begin with: the nearest to the part's lowest note, then the one beside it
     * @throws MusicException
     */
    private static function beginnings(PracticePart $part, string $letter, int $lowest): array
    {
        $fifths = $part->fifths($part->notes[0]->event->measure);
        $tonics = [];
        for ($octave = 1; $octave <= 6; $octave++) {
            $tonic = Pitch::of($letter, Pitch::alterationInKey($letter, $fifths), $octave);
            if ($tonic->semitone() >= $part->strings->semitones[0]) {
                $tonics[] = $tonic;
            }
        }
        usort($tonics, static fn (Pitch $a, Pitch $b): int => abs($a->semitone() - $lowest) <=> abs($b->semitone() - $lowest));

        return array_slice($tonics, 0, 2);
    }

    private static function fits(LineBuilder $builder, LineSketch $sketch): bool
    {
        try {
            $built = $builder->build($sketch, '');
        } catch (UprightPencilException) {
            return false;
        }

        return $built->isFingered() && $built->isInRange();
    }

    /** @return array{int, Fraction, list<string>} strokes a note, their length, and what is printed at them */
    private static function stroke(PracticePart $part): array
    {
        $best = 1;
        $at = null;
        $times = 1;
        foreach ($part->notes as $index => $played) {
            $before = $part->notes[$index - 1] ?? null;
            $isAgain = $before !== null && $before->pitch->equals($played->pitch)
                && $before->event->duration->equals($played->event->duration)
                && !$played->isJoined() && $played->seconds <= self::FAST
                && in_array((string) $played->event->duration, ['1', '1/2', '1/4'], true);
            $times = $isAgain ? $times + 1 : 1;
            if ($times > $best) {
                [$best, $at] = [$times, $index];
            }
        }
        // Two are no habit.
        if ($at === null || $best < self::REPEATED) {
            return [1, Fraction::of(1), []];
        }

        return [$best >= 4 ? 4 : 2, $part->notes[$at]->event->duration, $part->notes[$at]->note->articulations];
    }

    private static function runs(PracticePart $part): int
    {
        $runs = 0;
        $long = 1;
        $way = 0;
        foreach ($part->notes as $index => $played) {
            $step = $index === 0 ? 0 : $played->pitch->step() - $part->notes[$index - 1]->pitch->step();
            $long = abs($step) === 1 ? ($step === $way ? $long + 1 : 2) : 1;
            $way = $step;
            $runs += $long === self::RUN ? 1 : 0;
        }

        return $runs;
    }

    /**
     * @param list<string> $signs
     * @throws MusicException
     */
    private static function sketch(
        PracticePart $part,
        Pitch $lowest,
        int $fifths,
        bool $isMinor,
        int $octaves,
        int $strokes,
        Fraction $length,
        array $signs,
    ): LineSketch {
        $up = $down = [];
        for ($step = 0; $step <= 7 * $octaves; $step++) {
            $up[] = self::degree($lowest, $step, $fifths, $isMinor);
            $down[] = self::degree($lowest, $step, $fifths, false);
        }
        // At the top it turns once.
        $down[7 * $octaves] = $up[7 * $octaves];
        $notes = [];
        foreach ([...$up, ...array_slice(array_reverse($down), 1)] as $index => $pitch) {
            $isDown = $index > count($up) - 1;
            $note = LineNote::of($pitch, $length)->signed($signs);
            $open = self::openAt($part, $pitch);
            if ($open !== null && !($isDown && $index === count($up) + count($down) - 2)) {
                $hasFourth = $isDown && self::takesFourth($part) && $part->nextTo($open, -1) !== null;
                $note = $note->marked(new Finger($hasFourth ? 4 : 0, ''));
            }
            array_push($notes, ...array_fill(0, $strokes, $note));
        }
        $last = array_pop($notes);
        if ($last !== null) {
            $notes[] = $strokes === 1 ? $last->lasting(Fraction::of(2)) : $last;
        }

        return LineSketch::laid($notes, PracticePart::common(), $fifths, PracticePart::CALM);
    }

    private static function takesFourth(PracticePart $part): bool
    {
        $isUpper = in_array($part->instrument(), [Instrument::Violin, Instrument::Viola], true);

        return $isUpper && $part->options->profile !== Profile::FirstYear;
    }

    /**
     * A note of the scale; of a minor one on its way up the sixth and the seventh are raised.
     *
     * @throws MusicException
     */
    private static function degree(Pitch $lowest, int $step, int $fifths, bool $isRaised): Pitch
    {
        $at = $lowest->step() + $step;
        $letter = self::LETTERS[$at % 7];
        $raise = $isRaised && in_array($step % 7, [5, 6], true) ? 1 : 0;

        return Pitch::of($letter, Pitch::alterationInKey($letter, $fifths) + $raise, intdiv($at, 7));
    }

    private static function openAt(PracticePart $part, Pitch $pitch): ?string
    {
        $at = array_search($pitch->semitone(), $part->strings->semitones, true);

        return $at === false ? null : $part->strings->names[$at];
    }
}
