<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PlayedNote;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Review\FlagCode;

/** One finger at two places on neighbouring strings: both with their open strings between. */
final readonly class LowAndRegularLines implements LineSource
{
    /** Notes back to which the other place of the finger is looked for. */
    private const BACK = 12;
    private const WEIGHT = 1.2;

    public function in(PracticePart $part): array
    {
        $clashes = [];
        foreach ($part->plan->flags as $flag) {
            foreach ($flag->code === FlagCode::FingerClash ? $flag->allPlaces() : [] as $place) {
                $clashes[(string) $place->noteId] = true;
            }
        }
        $found = new Occurrences();
        foreach ($part->notes as $at => $played) {
            $other = isset($clashes[$played->note->id]) ? self::otherPlace($part, $at) : null;
            if ($other !== null) {
                $between = $part->notes[$at]->start - $part->notes[$other]->start;
                $found->add(
                    self::key($part->notes[$other], $played),
                    $at,
                    $other,
                    [$part->notes[$other]->event->measure, $played->event->measure],
                    self::WEIGHT * Occurrences::speed($between),
                );
            }
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $at, 'until' => $other, 'places' => $places, 'weight' => $weight]) {
            [$one, $next] = [$part->notes[$other], $part->notes[$at]];
            $proposals[] = new LineProposal(
                LineKind::LowAndRegular,
                $next->note->id,
                $at,
                $places,
                max(1.0, $weight),
                "{$one->place()} and {$next->place()} are the same finger at two places",
                self::sketch($part, $one, $next),
            );
        }

        return $proposals;
    }

    private static function key(PlayedNote $one, PlayedNote $other): string
    {
        $both = [(string) $one->pitch, (string) $other->pitch];
        sort($both);

        return implode(' ', $both);
    }

    /** The note before at which the same finger stands at the other place, on a string beside. */
    private static function otherPlace(PracticePart $part, int $at): ?int
    {
        $here = $part->notes[$at]->finger;
        for ($back = $at - 1; $here !== null && $back >= max(0, $at - self::BACK); $back--) {
            $finger = $part->notes[$back]->finger;
            if (
                $finger !== null && $finger->number === $here->number && $finger->semitones !== $here->semitones
                && in_array($finger->string, [$part->nextTo($here->string, 1), $part->nextTo($here->string, -1)], true)
            ) {
                return $back;
            }
        }

        return null;
    }

    /** @throws MusicException */
    private static function sketch(PracticePart $part, PlayedNote $one, PlayedNote $other): LineSketch
    {
        $notes = [];
        foreach ([[$one, $other], [$other, $one], [$one, $other], [$other, $one]] as $turn => [$first, $second]) {
            foreach ([$first, $second] as $played) {
                $open = $part->open($played->finger->string ?? '');
                $stopped = LineNote::of($played->pitch, Fraction::of(1))->by($played->finger);
                $withOpen = $open === null ? [$stopped, $stopped] : [LineNote::of($open, Fraction::of(1)), $stopped];
                // On the way back the finger is there before its open string.
                array_push($notes, ...($turn % 2 === 0 ? $withOpen : array_reverse($withOpen)));
            }
        }

        return LineSketch::laid($notes, PracticePart::common(), $part->fifths($one->event->measure), PracticePart::CALM);
    }
}
