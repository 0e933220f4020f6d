<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Pitch;
use UprightPencil\Settings\Profile;

/** Which written notes an instrument's hands have learned. */
final class LearnedNotes
{
    /** @var array<string, bool> by pitch, and whether the key asks for it */
    private array $known = [];

    private function __construct(private readonly Hand $hand, private readonly Strings $strings)
    {
    }

    /** @throws MusicException */
    public static function of(Instrument $instrument, Profile $profile, BassHand $bassHand = BassHand::OneTwoFour): self
    {
        return new self(Hand::of($instrument, $profile, $bassHand), Strings::of($instrument));
    }

    /** @param int $keyFifths sharps of the key, flats below zero: what a first-year low 1 needs */
    public function holds(Pitch $pitch, int $keyFifths): bool
    {
        $keyAsks = Pitch::alterationInKey($pitch->letter, $keyFifths) === $pitch->alteration;

        return $this->known[$pitch . ($keyAsks ? ' in the key' : '')] ??= $this->find($pitch->semitone(), $keyAsks);
    }

    private function find(int $semitone, bool $keyAsks): bool
    {
        foreach ($this->strings->semitones as $open) {
            if ($semitone === $open || ($semitone > $open && $this->hand->fingersAt($semitone - $open, $keyAsks) !== [])) {
                return true;
            }
        }

        return false;
    }
}
