<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\CalendarDate;
use App\Models\Heard;
use App\Models\Piece;
use Illuminate\Support\Carbon;
use UprightPencil\Music\Score;
use UprightPencil\Rehearsal\Log\RehearsalLog;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\Played;

/** What was done and heard in the rehearsals of a piece. */
final class Logbook
{
    /**
     * @param Carbon|null $before as it was known then; null for now
     * @return list<HeardThing> as it was heard first, what is open and what is better
     */
    public function heard(Piece $piece, ?Carbon $before = null): array
    {
        $rows = [];
        foreach ($piece->heard()->get() as $row) {
            /** @var Heard $row */
            if ($before !== null && !$row->heard_at->isBefore($before)) {
                continue;
            }
            if ($before !== null && $row->better_at?->isBefore($before) === false) {
                $row->better_at = null;
            }
            $rows[$row->sameness()][] = $row;
        }

        return array_values(array_map(static fn (array $same): HeardThing => new HeardThing($same), $rows));
    }

    /** @return list<CalendarDate> rehearsals of the piece's ensemble that were held before a time, the first one first */
    public function held(Piece $piece, Carbon $before): array
    {
        /** @var list<CalendarDate> $held */
        $held = $piece->shelf->dates()->where('kind', 'rehearsal')->where('starts_at', '<', $before)
            ->whereNotNull('done')->get()->all();

        return $held;
    }

    /** The log of a piece as it was before a time. */
    public function of(Piece $piece, Score $score, Carbon $before): RehearsalLog
    {
        $played = [];
        $held = $this->held($piece, $before);
        foreach ($held as $number => $date) {
            foreach ($date->done ?? [] as $entry) {
                $from = $score->measureAt($entry['from']);
                $to = $score->measureAt($entry['to']);
                $kind = EntryKind::tryFrom($entry['kind']);
                // What a corrected score no longer has was played in another one.
                if ($entry['piece'] === $piece->id && $from !== null && $to !== null && $kind?->isPlayed() === true) {
                    $played[] = new Played($number, min($from, $to), max($from, $to), $kind === EntryKind::Run);
                }
            }
        }
        $heard = [];
        foreach ($this->heard($piece, $before) as $thing) {
            if ($thing->isOpen()) {
                $heard[] = $thing->toCore($score->measureAt($thing->last()->measure));
            }
        }

        return new RehearsalLog(count($held), $played, $heard);
    }
}
