<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PitchRisk;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Marks\Kind\Hand\OnString;
use UprightPencil\Marks\Kind\Hand\Slide;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Pitch;

/** Notes that are easily out of tune and have an open string to be heard against: from above, down, until it rings. */
final readonly class SlideLines implements LineSource
{
    private const LETTERS = 'CDEFGAB';
    private const WHOLE_STEP = 2;
    /** Seconds in which one can hear whether it is in tune. */
    private const LONG = 0.5;

    public function in(PracticePart $part): array
    {
        $found = new Occurrences();
        foreach ($part->notes as $at => $played) {
            $finger = $played->finger;
            if ($finger === null || $finger->number === 0 || $played->seconds < self::LONG || $part->anchor($played->pitch) === null) {
                continue;
            }
            $risk = PitchRisk::of($finger);
            if ($risk !== null) {
                $measure = $played->event->measure;
                $found->add("{$played->pitch} {$finger->string}{$finger->number}", $at, $at, [$measure, $measure], $risk->weight());
            }
        }
        $proposals = [];
        $settings = $part->options->fingerSettings();
        $hand = Hand::of($part->instrument(), $settings->profile, $settings->bassHand);
        foreach ($found->all() as ['at' => $at, 'places' => $places, 'weight' => $weight]) {
            $played = $part->notes[$at];
            $anchor = $part->anchor($played->pitch);
            if ($anchor === null || $played->finger === null) {
                continue;
            }
            $how = $anchor->semitone() === $played->pitch->semitone() ? 'the same note as' : 'an octave from';
            $note = LineNote::of($played->pitch, Fraction::of(3))->by($played->finger);
            $above = LineNote::of(self::above($played->pitch), Fraction::of(1))->marked(...[
                new OnString($played->finger->string),
                new Finger($played->finger->number, ''),
            ]);
            // Where the hand does not know the place above, the finger finds its way without one.
            $begins = $played->finger->frame + self::WHOLE_STEP <= $hand->reach()->highest
                ? [$above, $note->marked(new Slide())]
                : [$note->lasting(Fraction::of(4))->saying('from above, down')];
            $line = [...$begins, LineNote::of($anchor, Fraction::of(2)), $note->lasting(Fraction::of(2))];
            $proposals[] = new LineProposal(
                LineKind::Slide,
                $played->note->id,
                $at,
                $places,
                $weight,
                "{$played->place()} is {$how} open {$anchor->spoken()}: it can be heard alone",
                LineSketch::laid([...$line, ...$line], PracticePart::common(), $part->fifths($played->event->measure), PracticePart::SLOW),
            );
        }

        return $proposals;
    }

    /** @throws MusicException */
    private static function above(Pitch $pitch): Pitch
    {
        $step = $pitch->step() + 1;
        $letter = self::LETTERS[$step % 7];
        $octave = intdiv($step, 7);

        return Pitch::of($letter, $pitch->semitone() + self::WHOLE_STEP - Pitch::of($letter, 0, $octave)->semitone(), $octave);
    }
}
