<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\CalendarDate;
use App\Models\Piece;
use App\Models\Shelf;
use App\Rehearsal\Rehearsals;
use Illuminate\Support\Carbon;
use UprightPencil\Rehearsal\Hardness\HardKind;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Planning\Readiness;

/**
 * The calendar of an ensemble, and how far its programme is.
 *
 * @phpstan-type DateRow array{id: int, kind: 'rehearsal'|'concert', title: string, place: string, day: string, date: string, time: string,
 *     minutes: int, isHeld: bool, isPast: bool}
 * @phpstan-type PieceCover array{piece: int, title: string, measures: list<string>, since: list<int|null>, run: list<int|null>,
 *     hardness: list<float>}
 * @phpstan-type PieceReady array{piece: int, title: string, ready: int, measures: int, needed: int|null, isReady: bool, how: string,
 *     open: list<string>}
 * @phpstan-type Term array{shelf: int, name: string, note: string, dates: list<DateRow>, next: int|null, concert: DateRow|null,
 *     left: int, pieces: list<PieceReady>, cover: list<PieceCover>}
 * @phpstan-type FoundDate array{uid: string, kind: 'rehearsal'|'concert', title: string, place: string, date: string, time: string,
 *     minutes: int, isKnown: bool}
 * @phpstan-type CalendarLook array{dates: list<FoundDate>, told: list<string>}
 */
final readonly class CalendarResource
{
    public function __construct(private Rehearsals $rehearsals)
    {
    }

    /** @return Term */
    public function of(Shelf $shelf): array
    {
        $now = Carbon::now();
        /** @var list<CalendarDate> $dates */
        $dates = $shelf->dates()->get()->all();
        $pieces = $this->rehearsals->programme($shelf);
        $known = $this->rehearsals->known($pieces, $now);
        $concert = self::nextConcert($dates, $now);
        $left = self::left($dates, $now, $concert);

        return [
            'shelf' => $shelf->id,
            'name' => $shelf->name,
            'note' => $shelf->note,
            'dates' => array_map(self::date(...), $dates),
            'next' => self::next($dates, $now)?->id,
            'concert' => $concert === null ? null : self::date($concert),
            'left' => $left,
            'pieces' => array_values(array_map(
                static fn (PlannedPiece $piece): array => self::ready($piece, $left),
                $known,
            )),
            'cover' => self::cover($known, $pieces, $dates, $now),
        ];
    }

    /** @return DateRow */
    public static function date(CalendarDate $date): array
    {
        return [
            'id' => $date->id,
            'kind' => $date->kind,
            'title' => $date->title,
            'place' => $date->place,
            'day' => $date->day(),
            'date' => $date->starts_at->format('Y-m-d'),
            'time' => $date->starts_at->format('H:i'),
            'minutes' => $date->minutes,
            'isHeld' => $date->done !== null && $date->done !== [],
            'isPast' => $date->starts_at->copy()->addMinutes($date->minutes)->isPast(),
        ];
    }

    /**
     * The rehearsal that is now or comes next; the last one where none comes.
     *
     * @param list<CalendarDate> $dates the earliest first
     */
    public static function next(array $dates, Carbon $now): ?CalendarDate
    {
        $last = null;
        foreach ($dates as $date) {
            if ($date->kind === 'rehearsal') {
                $last = $date;
                if ($date->starts_at->copy()->addMinutes($date->minutes)->isAfter($now)) {
                    return $date;
                }
            }
        }

        return $last;
    }

    /** @param list<CalendarDate> $dates the earliest first */
    public static function nextConcert(array $dates, Carbon $after): ?CalendarDate
    {
        foreach ($dates as $date) {
            if ($date->kind === 'concert' && $date->starts_at->isAfter($after)) {
                return $date;
            }
        }

        return null;
    }

    /**
     * How many rehearsals there are before a concert, or at all where none is planned.
     *
     * @param list<CalendarDate> $dates
     */
    public static function left(array $dates, Carbon $after, ?CalendarDate $concert): int
    {
        return count(array_filter($dates, static fn (CalendarDate $date): bool => $date->kind === 'rehearsal'
            && $date->starts_at->isAfter($after) && ($concert === null || $date->starts_at->isBefore($concert->starts_at))));
    }

    /** @return PieceReady */
    private static function ready(PlannedPiece $piece, int $left): array
    {
        $heard = [];
        for ($measure = 0; $measure <= $piece->marked->lastMeasure(); $measure++) {
            foreach ($piece->hardness->causesAt($measure) as $cause) {
                if ($cause->kind === HardKind::Heard) {
                    $heard[$measure] = true;
                }
            }
        }
        $ready = Readiness::of($piece, $heard);

        return [
            'piece' => (int) $piece->key,
            'title' => $piece->title,
            'ready' => $ready->ready,
            'measures' => $ready->measures,
            'needed' => $ready->needed,
            'isReady' => $ready->isReadyIn($left),
            'how' => $ready->how($left),
            'open' => array_map(static fn (array $one): string => $piece->marked->told($one[0], $one[1]), $ready->open),
        ];
    }

    /**
     * How many days ago each measure was worked, and played through.
     *
     * @param array<int, PlannedPiece> $known
     * @param array<int, Piece> $pieces
     * @param list<CalendarDate> $dates
     * @return list<PieceCover>
     */
    public static function cover(array $known, array $pieces, array $dates, Carbon $at): array
    {
        $held = array_values(array_filter(
            $dates,
            static fn (CalendarDate $date): bool => $date->kind === 'rehearsal' && $date->done !== null && $date->starts_at->isBefore($at),
        ));
        $days = array_map(
            static fn (CalendarDate $date): int => (int) $date->starts_at->copy()->startOfDay()->diffInDays($at->copy()->startOfDay()),
            $held,
        );
        /** @param list<int> $rehearsals */
        $since = static function (array $rehearsals) use ($days): ?int {
            /** @var list<int> $rehearsals */
            return $rehearsals === [] ? null : ($days[$rehearsals[count($rehearsals) - 1]] ?? null);
        };
        $cover = [];
        foreach ($known as $id => $piece) {
            $hardness = [];
            for ($measure = 0; $measure <= $piece->marked->lastMeasure(); $measure++) {
                $hardness[] = round($piece->hardness->at($measure), 3);
            }
            $cover[] = [
                'piece' => $id,
                'title' => $pieces[$id]->title ?? $piece->title,
                'measures' => array_map(static fn ($measure): string => $measure->number, $piece->marked->score->measures),
                'since' => array_map($since, $piece->coverage->worked),
                'run' => array_map($since, $piece->coverage->run),
                'hardness' => $hardness,
            ];
        }

        return $cover;
    }
}
