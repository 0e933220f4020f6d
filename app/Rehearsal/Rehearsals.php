<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\CalendarDate;
use App\Models\Piece;
use App\Models\Shelf;
use Illuminate\Support\Carbon;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\Planning\Coverage;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\FixedEntry;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Planning\PlanWishes;
use UprightPencil\Rehearsal\Planning\RehearsalPlanner;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;

/** Plans the rehearsals of an ensemble from its programme, its calendar and its logbook. */
final readonly class Rehearsals
{
    public function __construct(private PieceParts $parts, private Logbook $logbook)
    {
    }

    public function plan(CalendarDate $date): DatePlan
    {
        $wishes = DateWishes::from($date->wishes);
        $pieces = $this->programme($date->shelf);
        $known = $this->known($pieces, $date->starts_at);
        $asked = array_values(array_filter(
            $known,
            static fn (PlannedPiece $piece): bool => $wishes->pieces === null || in_array((int) $piece->key, $wishes->pieces, true),
        ));
        $plan = (new RehearsalPlanner($asked))->plan(new PlanWishes(
            max(1, min(PlanWishes::MOST_MINUTES, $date->minutes)),
            $wishes->begin,
            self::fixed($wishes, $known),
            $wishes->dropped,
        ));

        return new DatePlan($plan, array_intersect_key($pieces, $known), $known);
    }

    /** @return array<int, Piece> that stand on a shelf now, by their ids */
    public function programme(Shelf $shelf): array
    {
        /** @var list<Piece> $all */
        $all = $shelf->pieces()->with('sections')->whereNull('archived_at')->orderBy('lesson_number')->orderBy('id')->get()->all();

        return array_combine(array_map(static fn (Piece $piece): int => $piece->id, $all), $all);
    }

    /**
     * @param array<int, Piece> $pieces
     * @return array<int, PlannedPiece> by their ids; without those that have no strings
     */
    public function known(array $pieces, Carbon $before): array
    {
        $known = [];
        foreach ($pieces as $id => $piece) {
            $planned = $this->piece($piece, $before);
            if ($planned !== null) {
                $known[$id] = $planned;
            }
        }

        return $known;
    }

    public function piece(Piece $piece, Carbon $before): ?PlannedPiece
    {
        $marked = $this->parts->of($piece);
        if ($marked === null) {
            return null;
        }
        $log = $this->logbook->of($piece, $marked->score, $before);
        $coverage = Coverage::of(count($marked->score->measures), $log->rehearsals, $log->played);
        $hardness = Hardness::of($marked, $log->heard, $log->rehearsals === 0 ? null : $coverage->rehearsed());

        return new PlannedPiece((string) $piece->id, $piece->title, $marked, $hardness, $coverage, new TuningPlaces($marked));
    }

    /**
     * @param array<int, PlannedPiece> $known
     * @return list<FixedEntry>
     */
    private static function fixed(DateWishes $wishes, array $known): array
    {
        $fixed = [];
        foreach ($wishes->fixed as $one) {
            $score = ($known[$one['piece']] ?? null)?->marked->score;
            $from = $score?->measureAt($one['from']);
            $to = $score?->measureAt($one['to']);
            $fixed[] = new FixedEntry(
                EntryKind::from($one['kind']),
                (string) $one['piece'],
                $one['place'],
                $from ?? 0,
                $to ?? $from ?? PHP_INT_MAX,
                $one['minutes'],
            );
        }
        usort($fixed, static fn (FixedEntry $a, FixedEntry $b): int => $a->place <=> $b->place);

        return $fixed;
    }
}
