<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\CalendarDate;
use App\Models\User;
use App\Plans\ClassSettings;
use App\Rehearsal\DatePlan;
use App\Rehearsal\DateWishes;
use App\Rehearsal\Rehearsals;
use UprightPencil\Rehearsal\Hardness\HardCause;
use UprightPencil\Rehearsal\Planning\BeginWith;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\FixedEntry;
use UprightPencil\Rehearsal\Planning\PlanEntry;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Planning\RehearsalPlan;
use UprightPencil\Rehearsal\Tuning\TuningPlace;
use UprightPencil\Sections\Melody;
use UprightPencil\Settings\CountingWords;

/**
 * The plan of a rehearsal, minute by minute, and what it came from.
 *
 * @phpstan-import-type DateRow from CalendarResource
 * @phpstan-import-type PieceCover from CalendarResource
 * @phpstan-import-type HeardRow from HeardResource
 * @phpstan-type EntryCause array{measure: string, index: int, who: string, section: int|null, note: string|null, kind: string,
 *     text: string, weight: float}
 * @phpstan-type EntryPlace array{measure: string, beat: string, pitch: string, who: string, hear: list<string>}
 * @phpstan-type RehearsalEntry array{key: string, kind: value-of<EntryKind>, piece: int, title: string, at: int, minutes: int,
 *     clock: string, from: string, to: string, fromIndex: int, toIndex: int, who: string, tempo: int, fullTempo: int, how: string,
 *     why: string, isFixed: bool, isDone: bool, tune: int|null, causes: list<EntryCause>, places: list<EntryPlace>}
 * @phpstan-type RehearsalPiece array{id: int, title: string, isIn: bool}
 * @phpstan-type RehearsalDropped array{key: string, text: string}
 * @phpstan-type DoneEntry array{kind: string, piece: int, from: string, to: string, minutes: int}
 * @phpstan-type RehearsalBegin array{key: value-of<BeginWith>, title: string}
 * @phpstan-type Rehearsal array{date: DateRow, shelf: int, name: string, begin: value-of<BeginWith>, begins: list<RehearsalBegin>,
 *     entries: list<RehearsalEntry>, spent: int, left: list<string>, dropped: list<RehearsalDropped>, done: list<DoneEntry>,
 *     pieces: list<RehearsalPiece>, cover: list<PieceCover>, heard: list<HeardRow>, concert: DateRow|null, remaining: int,
 *     dates: list<DateRow>, counts: value-of<CountingWords>}
 */
final readonly class RehearsalResource
{
    public function __construct(private Rehearsals $rehearsals, private HeardResource $heard)
    {
    }

    /** @return Rehearsal */
    public function of(CalendarDate $date, User $user): array
    {
        $made = $this->rehearsals->plan($date);
        $wishes = DateWishes::from($date->wishes);
        /** @var list<CalendarDate> $dates */
        $dates = $date->shelf->dates()->get()->all();
        $concert = CalendarResource::nextConcert($dates, $date->starts_at);
        // Once it is over, what was heard in it belongs to it.
        $before = $date->starts_at->copy()->addDay();
        $heard = [];
        foreach ($made->known as $id => $piece) {
            array_push($heard, ...$this->heard->rows($made->pieces[$id], $piece->marked->score, $user, $before));
        }

        return [
            'date' => CalendarResource::date($date),
            'shelf' => $date->shelf_id,
            'name' => $date->shelf->name,
            'begin' => $wishes->begin->value,
            'begins' => array_map(
                static fn (BeginWith $one): array => ['key' => $one->value, 'title' => $one->title()],
                BeginWith::cases(),
            ),
            'entries' => array_map(fn (PlanEntry $entry): array => self::entry($entry, $made, $date), $made->plan->entries),
            'spent' => $made->plan->spent(),
            'left' => array_map(static fn (FixedEntry $one): string => self::leftOut($one, $made), $made->plan->left),
            'dropped' => array_map(
                static fn (string $key): array => ['key' => $key, 'text' => self::droppedWords($key, $made)],
                $wishes->dropped,
            ),
            'done' => $date->done ?? [],
            'pieces' => array_values(array_map(static fn ($piece): array => [
                'id' => $piece->id,
                'title' => $piece->title,
                'isIn' => $wishes->pieces === null || in_array($piece->id, $wishes->pieces, true),
            ], $made->pieces)),
            'cover' => CalendarResource::cover($made->known, $made->pieces, $dates, $date->starts_at),
            'heard' => $heard,
            'concert' => $concert === null ? null : CalendarResource::date($concert),
            'remaining' => CalendarResource::left($dates, $date->starts_at, $concert),
            'dates' => array_map(CalendarResource::date(...), $dates),
            'counts' => ($made->pieces === []
                ? CountingWords::American
                : ClassSettings::for($made->pieces[array_key_first($made->pieces)])->words())->value,
        ];
    }

    /** @return RehearsalEntry */
    private static function entry(PlanEntry $entry, DatePlan $made, CalendarDate $date): array
    {
        $id = (int) $entry->piece;
        $known = $made->known[$id];
        $measures = $known->marked->score->measures;
        [$from, $to] = [$measures[$entry->from]->number, $measures[$entry->to]->number];
        $done = array_filter($date->done ?? [], static fn (array $one): bool => $one['kind'] === $entry->kind->value
            && $one['piece'] === $id && $one['from'] === $from && $one['to'] === $to);

        return [
            'key' => $entry->kind === EntryKind::Work
                ? RehearsalPlan::keyOf($entry->piece, $entry->from, $entry->to)
                : $entry->kind->value,
            'kind' => $entry->kind->value,
            'piece' => $id,
            'title' => $made->pieces[$id]->title,
            'at' => $entry->at,
            'minutes' => $entry->minutes,
            'clock' => $date->starts_at->copy()->addMinutes($entry->at)->format('H:i'),
            'from' => $from,
            'to' => $to,
            'fromIndex' => $entry->from,
            'toIndex' => $entry->to,
            'who' => self::who($entry->parts, $known),
            'tempo' => $entry->tempo,
            'fullTempo' => $entry->fullTempo,
            'how' => self::how($entry, $known),
            'why' => $entry->why,
            'isFixed' => $entry->isFixed,
            'isDone' => $done !== [],
            'tune' => self::tune($entry, $made),
            'causes' => array_map(static fn (HardCause $cause): array => [
                'measure' => $measures[$cause->measure]->number,
                'index' => $cause->measure,
                'who' => self::who($cause->parts, $known),
                'section' => $made->pieces[$id]->sections->firstWhere('part_id', $cause->parts[0] ?? '')?->id,
                'note' => $cause->note,
                'kind' => $cause->kind->value,
                'text' => $cause->text,
                'weight' => round($cause->weight, 2),
            ], $entry->causes),
            'places' => array_map(static fn (TuningPlace $place): array => [
                'measure' => $measures[$place->measure]->number,
                'beat' => (string) $place->beat,
                'pitch' => TuningResource::pitch($place->pitchClass),
                'who' => implode(', ', array_map(static fn ($part): string => $part->name, $place->parts)),
                'hear' => $place->hear,
            ], $entry->places),
        ];
    }

    /** Whose tune it is in what is worked; null where nobody's alone. */
    private static function tune(PlanEntry $entry, DatePlan $made): ?int
    {
        if ($entry->kind !== EntryKind::Work) {
            return null;
        }
        $score = $made->known[(int) $entry->piece]->marked->score;
        foreach ((new Melody($score))->passages() as $passage) {
            if ($passage->from <= $entry->to && $passage->to >= $entry->from && count($passage->parts) < count($score->parts)) {
                $part = $score->parts[$passage->parts[0]]->id;

                return $made->pieces[(int) $entry->piece]->sections->firstWhere('part_id', $part)?->id;
            }
        }

        return null;
    }

    /** How it is gone about, in words; empty for what needs none. */
    private static function how(PlanEntry $entry, PlannedPiece $piece): string
    {
        if ($entry->kind !== EntryKind::Work) {
            return '';
        }
        $times = $entry->slowTimes === 1 ? 'once' : "{$entry->slowTimes} ×";
        $end = $piece->endsLong() && $entry->to === $piece->marked->lastMeasure() ? '; the last note full length' : '';

        return ($entry->tempo === $entry->fullTempo
            ? "{$entry->slowTimes} × at ♩ = {$entry->tempo}, and a word"
            : "{$times} at ♩ = {$entry->tempo}, once at ♩ = {$entry->fullTempo}, and a word") . $end;
    }

    /** @param list<string> $parts ids */
    private static function who(array $parts, PlannedPiece $piece): string
    {
        $names = $piece->marked->names();

        return count($parts) === count($names) || $parts === []
            ? 'all'
            : implode(', ', array_map(static fn (string $part): string => $names[$part] ?? '', $parts));
    }

    /** What was dropped, in words. */
    private static function droppedWords(string $key, DatePlan $made): string
    {
        if (preg_match('~^(\d+):(\d+)-(\d+)$~', $key, $match) !== 1) {
            return match ($key) {
                'warm-up' => 'the warm-up',
                'tune' => 'tuning places',
                'run' => 'the run',
                default => $key,
            };
        }
        $piece = $made->pieces[(int) $match[1]] ?? null;
        $known = $made->known[(int) $match[1]] ?? null;
        $last = $known?->marked->lastMeasure() ?? 0;

        return $piece === null || $known === null
            ? 'a piece that is not here any more'
            : "{$piece->title} " . $known->marked->told(min($last, (int) $match[2]), min($last, (int) $match[3]));
    }

    private static function leftOut(FixedEntry $one, DatePlan $made): string
    {
        $piece = $made->pieces[(int) $one->piece] ?? null;
        $known = $made->known[(int) $one->piece] ?? null;
        if ($piece === null || $known === null) {
            return 'Something was set of a piece that is not in this programme any more.';
        }
        $last = $known->marked->lastMeasure();

        return "There is no time for {$piece->title} " . $known->marked->told(min($last, $one->from), min($last, $one->to))
            . " ({$one->minutes} minutes). Take something else out, or let the rehearsal last longer.";
    }
}
