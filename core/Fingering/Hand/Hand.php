<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Hand;

use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Instrument;
use UprightPencil\Settings\Profile;

/**
 * What a hand can reach on an instrument. A *frame* is where the hand is: the place of the first finger in semitones above the
 * nut, apart from the position's name; two positions may share a frame (second and low third).
 *
 * Tables: the four fingers of violin and viola span a fourth; the cello hand is closed (a semitone between neighbours) or
 * extended (a tone between 1 and 2); the bass hand is 1-2-4, or one finger a semitone.
 */
final readonly class Hand
{
    /**
     * Frames of each position by its number of letter steps; 0 is half position.
     *
     * Source: the trade's page on fingering, whose positions count letters: third position lies three letters above first.
     */
    private const FRAMES = [
        'violin' => [[1], [1, 2], [3, 4], [4, 5, 6], [6, 7], [8, 9], [10, 11], [12]],
        'cello' => [[1], [2], [3, 4], [5, 6], [7], [8, 9], [10, 11], [12]],
    ];

    /** Seconds a hand needs to leave, and for each semitone of the way. Source: trial with whole pieces at printed tempos. */
    private const SHIFT_SECONDS = 0.18;
    private const SHIFT_SECONDS_EACH = 0.015;

    /** Letter steps of the position by frame: {@see FRAMES} turned round, the lower position where two share a frame. */
    private const BY_FRAME = [
        'violin' => [1 => 0, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6, 7],
        'cello' => [1 => 0, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6, 7],
    ];

    /** Lowest frame a profile knows, and the highest. Source: what the trade's page on fingering says a class has learned. */
    private const REACH = [
        'violin' => ['first-year' => [2, 2], 'second-year' => [2, 2], 'third-position' => [1, 6], 'advanced' => [1, 12]],
        'cello' => ['first-year' => [2, 2], 'second-year' => [1, 2], 'third-position' => [1, 7], 'advanced' => [1, 12]],
        'bass' => ['first-year' => [1, 2], 'second-year' => [1, 3], 'third-position' => [1, 7], 'advanced' => [1, 10]],
    ];

    /**
     * Places of the fingers from the frame: finger, semitones, what the shape is called.
     *
     * Source: the hand frames of the trade's page on fingering. Where two shapes share a place the first is preferred.
     */
    private const SHAPES = [
        'violin' => [
            [1, 0, FingerShape::Regular], [1, -1, FingerShape::Low], [2, 1, FingerShape::Low], [2, 2, FingerShape::High],
            [3, 3, FingerShape::Regular], [3, 4, FingerShape::High], [3, 2, FingerShape::Low],
            [4, 5, FingerShape::Regular], [4, 4, FingerShape::Low], [4, 6, FingerShape::Forward],
        ],
        'cello' => [
            [1, 0, FingerShape::Regular], [2, 1, FingerShape::Regular], [3, 2, FingerShape::Regular], [4, 3, FingerShape::Regular],
            [1, -1, FingerShape::Back], [2, 2, FingerShape::Forward], [3, 3, FingerShape::Forward], [4, 4, FingerShape::Forward],
        ],
        'high cello' => [
            [1, 0, FingerShape::Regular], [2, 2, FingerShape::Regular], [2, 1, FingerShape::Regular],
            [3, 3, FingerShape::Regular], [3, 4, FingerShape::Forward],
        ],
        'bass' => [[1, 0, FingerShape::Regular], [2, 1, FingerShape::Regular], [4, 2, FingerShape::Regular]],
        'bass 1234' => [
            [1, 0, FingerShape::Regular], [2, 1, FingerShape::Regular], [3, 2, FingerShape::Regular],
            [4, 3, FingerShape::Regular],
        ],
    ];

    /** First frame of the cello in which the fourth finger is left aside and 1 2 3 go by tone and semitone. */
    private const HIGH_CELLO = 8;

    private function __construct(
        public Instrument $instrument,
        private string $kind,
        private Profile $profile,
        private BassHand $bassHand,
    ) {
    }

    public static function of(Instrument $instrument, Profile $profile, BassHand $bassHand = BassHand::OneTwoFour): self
    {
        $kind = match ($instrument) {
            Instrument::Cello => 'cello',
            Instrument::Bass => 'bass',
            default => 'violin',
        };

        return new self($instrument, $kind, $profile, $bassHand);
    }

    /** The same hand with everything it may one day learn. */
    public function grown(): self
    {
        return new self($this->instrument, $this->kind, Profile::Advanced, $this->bassHand);
    }

    /**
     * Seconds a hand needs to leave one place and stand at another.
     *
     * @param int $far semitones between them
     */
    public static function secondsToShift(int $far): float
    {
        return self::SHIFT_SECONDS + self::SHIFT_SECONDS_EACH * $far;
    }

    /**
     * The frame from which the fourth finger, a tone beyond its place, touches the octave harmonic.
     *
     * Source: the trade's page on fingering, where the harmonic is a landmark ahead: violin and viola from III, cello from IV; on the
     * bass, whose hand spans a tone, from V.
     */
    public function touchesOctaveFrom(): int
    {
        return match ($this->instrument) {
            Instrument::Cello => 7,
            Instrument::Bass => 8,
            default => 5,
        };
    }

    /** Whether this class has learned to touch the string for a harmonic that nobody printed. */
    public function playsHarmonics(): bool
    {
        return $this->profile === Profile::Advanced;
    }

    public function isViolin(): bool
    {
        return $this->kind === 'violin';
    }

    /** Whether the fourth finger of a frame stands on the pitch of the next open string. */
    public function hasFourthFor(int $frame): bool
    {
        $isOneToFour = $this->kind === 'bass' && $this->bassHand === BassHand::OneToFour;
        $reach = $isOneToFour ? 3 : ['violin' => 5, 'cello' => 3, 'bass' => 2][$this->kind];

        return $frame + $reach === ($this->kind === 'bass' ? 5 : 7);
    }

    public function isBass(): bool
    {
        return $this->kind === 'bass';
    }

    /** The frames of the profile. */
    public function reach(): FrameRange
    {
        return new FrameRange(...self::REACH[$this->kind][$this->profile->value]);
    }

    /**
     * The places a finger can take about its own, from the lowest to the highest, in the words of a pencil line.
     *
     * @return list<string>
     */
    public function placesOf(int $finger): array
    {
        $places = [];
        foreach (self::SHAPES[$this->kind === 'bass' && $this->bassHand === BassHand::OneToFour ? 'bass 1234' : $this->kind] as $shape) {
            if ($shape[0] === $finger) {
                $places[$shape[1]] = $shape[2]->words($finger);
            }
        }
        ksort($places);

        return array_values($places);
    }

    /**
     * Fingers that reach a place on a string.
     *
     * @param int $semitones above the open string, at least 1
     * @param bool $keyAsks whether the note's name is in the key signature: what a first-year low 1 needs
     * @return list<FingerPlace>
     */
    public function fingersAt(int $semitones, bool $keyAsks): array
    {
        $reach = $this->reach();
        $found = [];
        foreach ($this->shapes($semitones) as [$finger, $offset, $shape]) {
            $frame = $semitones - $offset;
            if ($this->kind === 'cello' && ($frame >= self::HIGH_CELLO) !== $this->isHighShape($finger, $offset, $shape, $frame)) {
                continue;
            }
            if ($reach->holds($frame) && $this->knows($finger, $shape, $frame, $keyAsks)) {
                $found[] = new FingerPlace($finger, $frame, $shape);
            }
        }

        return $found;
    }

    /** Whether a place is one of the high cello hand: 1 2 3 by tone and semitone. Some are places of the closed hand too. */
    private function isHighShape(int $finger, int $offset, FingerShape $shape, int $frame): bool
    {
        $isHigh = in_array([$finger, $offset, $shape], self::SHAPES['high cello'], true);
        $isLow = in_array([$finger, $offset, $shape], self::SHAPES['cello'], true);

        return $isHigh && $isLow ? $frame >= self::HIGH_CELLO : $isHigh;
    }

    /** @return list<array{int, int, FingerShape}> */
    private function shapes(int $semitones): array
    {
        return match ($this->kind) {
            'violin' => self::SHAPES['violin'],
            'bass' => self::SHAPES[$this->bassHand === BassHand::OneToFour ? 'bass 1234' : 'bass'],
            default => $semitones < self::HIGH_CELLO
                ? self::SHAPES['cello']
                : self::both(self::SHAPES['cello'], self::SHAPES['high cello']),
        };
    }

    /**
     * @param list<array{int, int, FingerShape}> $shapes
     * @param list<array{int, int, FingerShape}> $more
     * @return list<array{int, int, FingerShape}> without those that are listed already
     */
    private static function both(array $shapes, array $more): array
    {
        foreach ($more as $shape) {
            if (!in_array($shape, $shapes, true)) {
                $shapes[] = $shape;
            }
        }

        return $shapes;
    }

    private function knows(int $finger, FingerShape $shape, int $frame, bool $keyAsks): bool
    {
        $isFirstYear = $this->profile === Profile::FirstYear;
        if ($this->kind === 'violin') {
            return match (true) {
                $shape === FingerShape::Forward => $frame > 1 && !$this->profile->isBeginner(),
                $finger === 1 && $shape === FingerShape::Low => in_array($frame, [2, 4, 5, 7, 9, 11], true) && (!$isFirstYear || $keyAsks),
                $finger === 3 && $shape !== FingerShape::Regular, $finger === 4 && $shape === FingerShape::Low => !$isFirstYear,
                default => true,
            };
        }
        if ($this->kind === 'cello') {
            $isHigh = $frame >= self::HIGH_CELLO;

            return match (true) {
                $isHigh => $finger < 4 && $shape !== FingerShape::Back && ($finger !== 3 || $shape === FingerShape::Regular),
                $shape === FingerShape::Forward => !$isFirstYear,
                $shape === FingerShape::Back => !$isFirstYear && $frame > 1,
                default => true,
            };
        }

        return true;
    }

    /** Whether a position's name fits a frame: both names do where two positions share one place of the hand. */
    public function fits(string $position, int $frame): bool
    {
        if ($this->kind === 'bass') {
            return (Position::OF_THE_BASS[$frame - 1] ?? '') === $position;
        }
        $number = array_search($position, Position::NUMERALS, true);

        return $number !== false && in_array($frame, self::FRAMES[$this->kind][$number], true);
    }

    /**
     * Whether a hand that is in a frame is in a position: by the letters where they agree with the hand; where they do not, either
     * name of the place is accepted.
     *
     * @param int $steps letter steps of the first finger's note above the open string
     */
    public function isIn(string $position, int $frame, int $steps): bool
    {
        $doLettersAgree = $this->kind !== 'bass' && $frame > 2 && in_array($frame, self::FRAMES[$this->kind][$steps] ?? [], true);

        return $doLettersAgree ? $this->nameOf($frame, $steps) === $position : $this->fits($position, $frame);
    }

    /**
     * The name of the position: by the letters where they agree with the hand, else by where the hand is.
     *
     * @param int|null $steps letter steps of the first finger's note above the open string, where a finger shows them
     */
    public function nameOf(int $frame, ?int $steps = null): string
    {
        if ($this->kind === 'bass') {
            return Position::OF_THE_BASS[$frame - 1] ?? 'VI';
        }
        if ($steps !== null && $frame > 2 && in_array($frame, self::FRAMES[$this->kind][$steps] ?? [], true)) {
            return Position::NUMERALS[$steps];
        }

        return Position::NUMERALS[self::BY_FRAME[$this->kind][$frame] ?? 7];
    }

    /**
     * How well the letter name gives a note to this finger: on violin and viola letters decide, elsewhere semitones do.
     *
     * @param int $steps letter steps of the note above the open string
     * @param int $semitones above the open string
     */
    public function ownership(int $finger, int $frame, int $steps, int $semitones): LetterFit
    {
        // A raised open-string letter is the first finger, low.
        if ($this->kind !== 'violin' || ($finger === 1 && $semitones === 1)) {
            return LetterFit::Full;
        }
        $position = $steps - $finger + 1;
        // The fourth finger that reaches on takes the letter above its own.
        if ($finger === 4 && $semitones - $frame === 6 && in_array($frame, self::FRAMES['violin'][$position - 1] ?? [], true)) {
            return LetterFit::Full;
        }
        if ($position > 0 && in_array($frame, self::FRAMES['violin'][$position] ?? [], true)) {
            return LetterFit::Full;
        }
        // Half position goes by semitones; high 3 and low 4 are one place, and what is next to it decides.
        if ($frame === 1 && $position === 0) {
            return LetterFit::HalfPosition;
        }
        $isSharedPlace = $semitones - $frame === 4 && $finger >= 3;

        return $isSharedPlace && $this->isNextTo($position, $frame) ? LetterFit::Shared : LetterFit::None;
    }

    /** Whether a frame belongs to the position before or after this one. */
    private function isNextTo(int $position, int $frame): bool
    {
        return in_array($frame, self::FRAMES['violin'][$position - 1] ?? [], true)
            || in_array($frame, self::FRAMES['violin'][$position + 1] ?? [], true);
    }
}
