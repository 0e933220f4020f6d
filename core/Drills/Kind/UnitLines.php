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
use UprightPencil\Music\Fraction;

/** Runs of equal fast notes: one beat and the first note of the next, then two beats joined, then four. */
final readonly class UnitLines implements LineSource
{
    private const LEAST_NOTES = 8;
    /** Seconds of a note that is fast. */
    private const FAST = 0.25;
    private const WEIGHT = 0.8;
    private const USUAL_NOTES = 12;
    private const BEATS = 4;

    public function in(PracticePart $part): array
    {
        $found = new Occurrences();
        foreach (self::runs($part) as [$from, $until]) {
            $pitches = array_map(static fn (int $at): string => (string) $part->notes[$at]->pitch, range($from, $until));
            $found->add(
                implode(' ', $pitches),
                $from,
                $until,
                [$part->notes[$from]->event->measure, $part->notes[$until]->event->measure],
                self::WEIGHT * min(1.5, ($until - $from + 1) / self::USUAL_NOTES) * Occurrences::speed($part->notes[$from]->seconds),
            );
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $from, 'until' => $until, 'places' => $places, 'weight' => $weight]) {
            $sketch = self::sketch($part, $from, $until);
            if ($sketch !== null) {
                $proposals[] = new LineProposal(
                    LineKind::Unit,
                    $part->notes[$from]->note->id,
                    $from,
                    $places,
                    $weight,
                    sprintf('%d equal notes, %d of them a second', $until - $from + 1, (int) round(1 / $part->notes[$from]->seconds)),
                    $sketch,
                );
            }
        }

        return $proposals;
    }

    /** @return list<array{int, int}> */
    private static function runs(PracticePart $part): array
    {
        $runs = $part->runs(static fn (PlayedNote $before, PlayedNote $here): bool
            => $before->event->duration->equals($here->event->duration)
                && $before->event->end()->equals($here->event->onset)
                && !$before->pitch->equals($here->pitch));

        return array_values(array_filter($runs, static fn (array $run): bool => $run[1] - $run[0] + 1 >= self::LEAST_NOTES
            && $part->notes[$run[0]]->seconds <= self::FAST));
    }

    private static function sketch(PracticePart $part, int $from, int $until): ?LineSketch
    {
        $measure = $part->score->measures[$part->notes[$from]->event->measure];
        [$meter, $pulse] = [$measure->meter, $measure->meter->pulse()];
        $beats = [];
        for ($at = $from; $at <= $until && count($beats) <= self::BEATS; $at++) {
            if ($part->notes[$at]->event->offset->dividedBy($pulse)->isWhole()) {
                $beats[] = $at;
            }
        }
        if (count($beats) < 3) {
            return null;
        }
        [$fifths, $tempo] = [$part->fifths($measure->index), $part->safeTempo($from, $until)];
        $sketch = null;
        foreach ([1, 2, 4] as $joined) {
            for ($beat = 0; $beat + $joined < count($beats); $beat += $joined) {
                $notes = [];
                for ($at = $beats[$beat]; $at < $beats[$beat + $joined]; $at++) {
                    $notes[] = $part->asWritten($at, $notes === []);
                }
                $stop = $part->notes[$beats[$beat + $joined]];
                // A stop that fills its measure leaves no time to set the bow.
                $isFull = $pulse->times($joined + 1)->dividedBy($meter->length())->isWhole();
                $stopped = $isFull ? $meter->beatLength()->times(Fraction::of(1, 2)) : $pulse;
                $notes[] = LineNote::of($stop->pitch, $stopped)->by($stop->finger);
                $laid = LineSketch::laid(self::closed($notes), $meter, $fifths, $tempo);
                $sketch = $sketch === null ? $laid : $sketch->then($laid);
            }
        }

        return $sketch;
    }

    /**
     * @param list<LineNote> $notes
     * @return list<LineNote> a slur that would end behind them ends with them
     */
    private static function closed(array $notes): array
    {
        $open = null;
        foreach ($notes as $at => $note) {
            if ($note->ends && $open === null) {
                $notes[$at] = $note->unslurred();
            }
            $open = $note->slurs ? $at : ($note->ends ? null : $open);
        }
        $last = count($notes) - 2;
        if ($open !== null && $open < $last) {
            $notes[$last] = $notes[$last]->endsSlur();
        } elseif ($open !== null) {
            $notes[$open] = $notes[$open]->unslurred();
        }

        return array_values($notes);
    }
}
