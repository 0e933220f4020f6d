<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Marks\Kind\Hand\LeaveDown;
use UprightPencil\Music\Fraction;

/** Fingers that stay down: held while the open string beside them sounds. */
final readonly class LeaveDownLines implements LineSource
{
    private const WEIGHT = 0.5;

    public function in(PracticePart $part): array
    {
        $found = new Occurrences();
        foreach ($part->notes as $at => $played) {
            $next = $part->notes[$at + 1] ?? null;
            if ($played->finger?->leaveDown !== true || $next?->finger === null || $next->finger->string === $played->finger->string) {
                continue;
            }
            if ($next->finger->number === $played->finger->number) {
                // One finger across two strings is laid, and stays anyway.
                continue;
            }
            $found->add(
                "{$played->pitch} {$played->finger->string} {$next->finger->string}",
                $at,
                $at + 1,
                [$played->event->measure, $next->event->measure],
                self::WEIGHT * Occurrences::speed($next->start - $played->start),
            );
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $at, 'until' => $until, 'places' => $places, 'weight' => $weight]) {
            [$held, $next] = [$part->notes[$at], $part->notes[$until]];
            $open = $part->open($next->finger->string ?? '');
            if ($open === null) {
                continue;
            }
            $note = LineNote::of($held->pitch, Fraction::of(1))->by($held->finger)->marked(new LeaveDown());
            $beside = LineNote::of($open, Fraction::of(1));
            $together = LineNote::of($held->pitch, Fraction::of(2))->by($held->finger)->beside($open);
            $proposals[] = new LineProposal(
                LineKind::LeaveDown,
                $held->note->id,
                $at,
                $places,
                $weight,
                "{$held->place()} stays down while {$next->place()} is played",
                LineSketch::laid(
                    [$note, $beside, $note, $beside, $together, $together, $note, $beside, $note, $beside, $together, $together],
                    PracticePart::common(),
                    $part->fifths($held->event->measure),
                    PracticePart::SLOW,
                ),
            );
        }

        return $proposals;
    }
}
