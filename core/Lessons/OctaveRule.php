<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Score;
use UprightPencil\Settings\Profile;

/**
 * Which octave a line takes on each instrument.
 *
 * Of those that hold every note within what the class has learned, the nearest to the line's home: violins as typed; violas as the
 * violins, unless that leaves first position on their A string; cellos an octave below the violas; basses written as the cellos.
 * Where none holds them all the line stays at home.
 */
final readonly class OctaveRule
{
    /** Octaves from home that are looked at, the nearest first. */
    private const ORDER = [0, -1, 1, -2, 2];
    /** Fourth finger in first position on the violas' A string: E5. */
    private const TOP_OF_THE_VIOLA = 76;

    public function __construct(private Profile $profile, private BassHand $bassHand = BassHand::OneTwoFour)
    {
    }

    /**
     * @param list<Part> $lines as they were typed, as violins read them; of a duet two
     * @param list<Instrument> $instruments that the class has
     * @return array<value-of<Instrument>, LineOctave> also of those an instrument's home is reckoned from
     * @throws MusicException
     */
    public function of(Score $score, array $lines, array $instruments): array
    {
        $violin = $this->nearest($score, $lines, Instrument::Violin, 0);
        $top = 0;
        foreach ($lines as $line) {
            foreach ($line->notes as $note) {
                $top = max($top, $note->pitch?->semitone() ?? 0);
            }
        }
        $viola = $this->nearest($score, $lines, Instrument::Viola, $top > self::TOP_OF_THE_VIOLA ? -1 : 0);
        $cello = $this->nearest($score, $lines, Instrument::Cello, $viola->octaves - 1);
        $all = [
            Instrument::Violin->value => $violin,
            Instrument::Viola->value => $viola,
            Instrument::Cello->value => $cello,
        ];
        if (in_array(Instrument::Bass, $instruments, true)) {
            $all[Instrument::Bass->value] = $this->nearest($score, $lines, Instrument::Bass, $cello->octaves);
        }

        return $all;
    }

    /**
     * Lines in an octave that the director chose.
     *
     * @param list<Part> $lines
     * @throws MusicException
     */
    public function at(Score $score, array $lines, Instrument $instrument, int $octaves): LineOctave
    {
        $learned = LearnedNotes::of($instrument, $this->profile, $this->bassHand);

        return new LineOctave($octaves, $octaves, self::outside($score, $lines, $learned, $octaves));
    }

    /**
     * @param list<Part> $lines
     * @throws MusicException
     */
    private function nearest(Score $score, array $lines, Instrument $instrument, int $home): LineOctave
    {
        $learned = LearnedNotes::of($instrument, $this->profile, $this->bassHand);
        foreach (self::ORDER as $away) {
            $outside = self::outside($score, $lines, $learned, $home + $away);
            if (array_filter($outside) === []) {
                return new LineOctave($home + $away, $home, $outside);
            }
        }

        return new LineOctave($home, $home, self::outside($score, $lines, $learned, $home));
    }

    /**
     * @param list<Part> $lines
     * @return list<list<int>>
     * @throws MusicException
     */
    private static function outside(Score $score, array $lines, LearnedNotes $learned, int $octaves): array
    {
        $outside = [];
        foreach ($lines as $line) {
            $there = [];
            foreach ($line->notes as $position => $note) {
                if (!self::holds($score, $line, $learned, $note, $octaves)) {
                    $there[] = $position;
                }
            }
            $outside[] = $there;
        }

        return $outside;
    }

    /**
     * Whether a note is within what the class has learned when it is played so many octaves from where it was typed.
     *
     * @throws MusicException
     */
    public function isHeld(Score $score, Part $part, Instrument $instrument, Note $note, int $octaves): bool
    {
        $learned = LearnedNotes::of($instrument, $this->profile, $this->bassHand);

        return self::holds($score, $part, $learned, $note, $octaves);
    }

    /** @throws MusicException */
    private static function holds(Score $score, Part $part, LearnedNotes $learned, Note $note, int $octaves): bool
    {
        if ($note->pitch === null) {
            return true;
        }
        $octave = $note->pitch->octave + $octaves;
        if ($octave < 0 || $octave > 9) {
            return false;
        }
        $there = Pitch::of($note->pitch->letter, $note->pitch->alteration, $octave);

        return $learned->holds($there, $part->keyIn($score->measures[$note->measure]));
    }
}
