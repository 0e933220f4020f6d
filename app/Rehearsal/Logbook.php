<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\CalendarDate;
use App\Models\Edition;
use App\Models\Heard;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\ParsedScores;
use Illuminate\Support\Carbon;
use UprightPencil\Music\Score;
use UprightPencil\Rehearsal\Log\RehearsalLog;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\Played;

/** What was done and heard in the rehearsals of a piece. */
final readonly class Logbook
{
    public function __construct(private ParsedScores $readings)
    {
    }

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

    /**
     * What players of a part are told: what is open, in the order of the score.
     *
     * @return list<array{measure: string, text: string}>
     */
    public function toldTo(Section $section): array
    {
        $told = [];
        $open = array_filter(
            $this->heard($section->piece),
            static fn (HeardThing $thing): bool => $thing->isOpen() && $thing->isOf($section->part_id),
        );
        // Where nothing is open, the score need not be read.
        $score = $open === [] ? null : $this->readings->of($section);
        foreach ($open as $thing) {
            $index = $score?->measureAt($thing->last()->measure);
            if ($index !== null) {
                $again = $thing->times() > 2 ? ' (the third time)' : '';
                $told[] = [$index, ['measure' => $thing->last()->measure, 'text' => $thing->words() . $again]];
            }
        }
        usort($told, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return array_column($told, 1);
    }

    /** How much of it an edition does not tell, or tells though it is better. */
    public function untold(Section $section, Edition $edition): int
    {
        $key = static fn (array $one): string => "{$one['measure']} {$one['text']}";
        $now = array_map($key, $this->toldTo($section));
        $then = array_map($key, $edition->heard ?? []);

        return count(array_diff($now, $then)) + count(array_diff($then, $now));
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
