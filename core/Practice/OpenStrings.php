<?php

declare(strict_types=1);

namespace UprightPencil\Practice;

use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;

/** A part on open strings: the same rhythm and bowing, each note on the string its fingering uses. The bow is worked out first. */
final readonly class OpenStrings
{
    private const TUNING = [
        'violin' => ['G' => 'G3', 'D' => 'D4', 'A' => 'A4', 'E' => 'E5'],
        'viola' => ['C' => 'C3', 'G' => 'G3', 'D' => 'D4', 'A' => 'A4'],
        'cello' => ['C' => 'C2', 'G' => 'G2', 'D' => 'D3', 'A' => 'A3'],
        'bass' => ['E' => 'E2', 'A' => 'A2', 'D' => 'D3', 'G' => 'G3'],
    ];

    public function __construct(private Part $part, private FingerPlan $plan)
    {
    }

    /**
     * @return array<string, Pitch> the open string of every notehead, by note id; a note without a finger has none
     * @throws MusicException
     */
    public function pitches(): array
    {
        $tuning = self::TUNING[$this->part->instrument->value] ?? [];
        $pitches = [];
        foreach ($this->part->notes as $note) {
            $finger = $this->plan->at($note->id);
            $string = $finger === null ? $this->nearest($note) : $finger->string;
            if ($string !== null && isset($tuning[$string])) {
                $pitches[$note->id] = Pitch::named($tuning[$string]);
            }
        }

        return $pitches;
    }

    /**
     * The string a note without a finger lies on: the highest below it.
     *
     * @throws MusicException
     */
    private function nearest(Note $note): ?string
    {
        $strings = Strings::of($this->part->instrument);
        $semitone = $note->pitch?->semitone() ?? 0;
        $found = null;
        foreach ($strings->semitones as $index => $open) {
            if ($open <= $semitone) {
                $found = $strings->names[$index];
            }
        }

        return $found;
    }
}
