<?php

declare(strict_types=1);

namespace UprightPencil\Practice;

use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Settings\Profile;

/**
 * The fingerboard card: where the fingers lie in a position on an instrument of a size, in millimetres, with its cautions.
 *
 * @phpstan-type CardString array{name: string, notes: list<string>}
 * @phpstan-type CardFinger array{finger: int, shape: value-of<FingerShape>, semitones: int, mm: float, words: string}
 * @phpstan-type CardTape array{semitones: int, mm: float}
 * @phpstan-type Card array{instrument: value-of<Instrument>, size: string, position: string, length: float, strings: list<CardString>,
 *     places: list<CardFinger>, tapes: list<CardTape>, octave: float, cautions: list<string>}
 */
final readonly class FingerboardCard
{
    private const LETTERS = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'];

    /** @param list<CardPlace> $places from the nut outwards */
    private function __construct(
        public Instrument $instrument,
        public string $size,
        public string $position,
        private Fingerboard $board,
        private array $places,
    ) {
    }

    /** @param string $position by its numeral; anything unknown is first position */
    public static function of(Instrument $instrument, string $size, string $position, BassHand $bassHand = BassHand::OneTwoFour): self
    {
        $hand = Hand::of($instrument, Profile::Advanced, $bassHand);
        $board = Fingerboard::of($instrument, $size);
        $reach = $hand->reach();
        $frame = 2;
        for ($at = $reach->highest; $at >= $reach->lowest; $at--) {
            // Where a position has two places the regular one is the higher, but for third: five.
            if ($hand->nameOf($at) === $position && ($position !== 'III' || !$hand->isViolin() || $at === 5)) {
                $frame = $at;
                break;
            }
        }
        $places = [];
        for ($semitones = 1; $semitones <= 20; $semitones++) {
            foreach ($hand->fingersAt($semitones, true) as $place) {
                if ($place->frame === $frame && ($place->shape !== FingerShape::Low || $place->finger !== 3)) {
                    $places[] = new CardPlace($place->finger, $place->shape, $semitones, round($board->mm($semitones), 1));
                }
            }
        }

        return new self($instrument, $size, $hand->nameOf($frame), $board, $places);
    }

    /**
     * @return Card
     * @throws MusicException
     */
    public function toArray(): array
    {
        $strings = Strings::of($this->instrument);

        return [
            'instrument' => $this->instrument->value,
            'size' => $this->size,
            'position' => $this->position,
            'length' => $this->board->length,
            'strings' => array_map(fn (string $name, int $open): array => [
                'name' => $name,
                'notes' => array_map(
                    static fn (CardPlace $place): string => self::LETTERS[($open + $place->semitones) % 12],
                    $this->places,
                ),
            ], $strings->names, $strings->semitones),
            'places' => array_map(static fn (CardPlace $place): array => [
                'finger' => $place->finger,
                'shape' => $place->shape->value,
                'semitones' => $place->semitones,
                'mm' => $place->mm,
                'words' => $place->words(),
            ], $this->places),
            'tapes' => array_map(
                fn (int $semitones): array => ['semitones' => $semitones, 'mm' => round($this->board->mm($semitones), 1)],
                Fingerboard::TAPES[$this->instrument->value] ?? [],
            ),
            'octave' => round($this->board->mm(12), 1),
            'cautions' => $this->cautions(),
        ];
    }

    /** @return list<string> */
    private function cautions(): array
    {
        $cautions = [];
        $reach = $this->reach();
        if ($reach !== null) {
            $cautions[] = sprintf('From the first finger to the fourth the hand spans %d mm here.', $reach);
        }
        foreach ($this->places as $place) {
            if ($place->shape->isExtension()) {
                $cautions[] = 'The reached places are marked x. Let the other fingers go instead of stretching against them;'
                    . ' a small shift may be kinder.';
                break;
            }
        }
        $cautions[] = 'Stop if it hurts, and tell your teacher. An instrument that is too large is changed for a smaller one,'
            . ' not stretched for.';

        return $cautions;
    }

    private function reach(): ?int
    {
        $first = $last = null;
        foreach ($this->places as $place) {
            if ($place->finger === 1 && $place->shape === FingerShape::Regular) {
                $first = $place->mm;
            }
            if ($place->finger === 4 && $place->shape === FingerShape::Regular) {
                $last = $place->mm;
            }
        }

        return $first === null || $last === null ? null : (int) round($last - $first);
    }
}
