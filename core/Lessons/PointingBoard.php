<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Settings\Profile;

/**
 * The places one points at to write a note: of every string the open string and first position, named and typed in a key.
 *
 * @phpstan-type BoardPlace array{abc: string, signed: string, letter: string, name: string, finger: string, at: float, inKey: bool,
 *     sounds: int}
 * @phpstan-type BoardString array{name: string, places: list<BoardPlace>}
 */
final readonly class PointingBoard
{
    /** Semitones over the open string up to which there are places. */
    private const HIGHEST = 7;
    /** A bass sounds so many semitones below what it reads. */
    private const OCTAVE = 12;

    /**
     * @param int $fifths sharps of the key, flats below zero
     * @return list<BoardString> the highest string first; `at` is the share of the string behind the nut, `sounds` a key of the
     *     piano, middle C being 60
     * @throws MusicException
     */
    public static function of(Instrument $instrument, int $fifths, Profile $profile, BassHand $bassHand): array
    {
        $strings = Strings::of($instrument);
        $notes = new WrittenNotes($fifths);
        $board = [];
        foreach ($strings->names as $index => $name) {
            $open = $strings->semitones[$index];
            $places = [];
            for ($semitones = 0; $semitones <= self::HIGHEST; $semitones++) {
                $inKey = $notes->isInKey($open + $semitones);
                $finger = $semitones === 0 ? '0' : self::finger($instrument, $profile, $bassHand, $semitones, $inKey);
                if ($finger === null) {
                    continue;
                }
                $pitch = $notes->pitch($open + $semitones);
                $places[] = [
                    'abc' => $notes->at($open + $semitones),
                    'signed' => $notes->signed($open + $semitones),
                    'letter' => $pitch->letter,
                    'name' => $pitch->spoken(),
                    'finger' => $finger,
                    'at' => round(Fingerboard::share($semitones), 4),
                    'inKey' => $inKey,
                    'sounds' => $open + $semitones - ($instrument === Instrument::Bass ? self::OCTAVE : 0),
                ];
            }
            $board[] = ['name' => $name, 'places' => $places];
        }

        return array_reverse($board);
    }

    /** @return string|null the finger of first position in words; null where none reaches */
    private static function finger(Instrument $instrument, Profile $profile, BassHand $bassHand, int $semitones, bool $inKey): ?string
    {
        foreach ([$profile, Profile::SecondYear] as $can) {
            $hand = Hand::of($instrument, $can, $bassHand);
            $found = null;
            foreach ($hand->fingersAt($semitones, $inKey) as $place) {
                $isFirst = $hand->nameOf($place->frame) === 'I';
                if ($isFirst && ($found === null || $place->shape === FingerShape::Regular)) {
                    $found = $place->shape->words($place->finger);
                }
            }
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }
}
