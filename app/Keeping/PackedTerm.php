<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\CalendarDate;
use App\Models\Heard;
use App\Models\Piece;
use App\Models\Shelf;
use App\Models\User;
use App\Rehearsal\DateWishes;
use Illuminate\Support\Carbon;
use UprightPencil\Rehearsal\Heard\HeardKind;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\PlanWishes;

/** Rehearsals, what was done in them and what was heard, as they lie in the packed file; pieces by their places in it. */
final class PackedTerm
{
    private const MOST = 2000;
    private const TIME = 'Y-m-d H:i';

    /**
     * @param array<int, int> $places of the pieces in the file, by their ids
     * @return list<array<string, mixed>>
     */
    public static function of(Shelf $shelf, array $places): array
    {
        /** @var list<CalendarDate> $dates */
        $dates = $shelf->dates()->get()->all();

        return array_map(static fn (CalendarDate $date): array => [
            ...$date->only('kind', 'title', 'place', 'minutes', 'uid'),
            'at' => $date->starts_at->format(self::TIME),
            'begin' => DateWishes::from($date->wishes)->begin->value,
            'done' => array_values(array_filter(array_map(
                static fn (array $one): ?array => isset($places[$one['piece']]) ? ['piece' => $places[$one['piece']]] + $one : null,
                $date->done ?? [],
            ))),
        ], $dates);
    }

    /** @return list<array<string, mixed>> */
    public static function heard(Piece $piece): array
    {
        /** @var list<Heard> $heard */
        $heard = $piece->heard()->get()->all();

        return array_map(static fn (Heard $one): array => [
            ...$one->only('measure', 'note', 'parts', 'text'),
            'kind' => $one->kind->value,
            'at' => $one->heard_at->format(self::TIME),
            'better' => $one->better_at?->format(self::TIME),
        ], $heard);
    }

    /**
     * @param list<mixed> $rows
     * @param array<int, int> $pieces ids by their places in the file
     */
    public static function unpack(Shelf $shelf, array $rows, array $pieces): void
    {
        foreach (array_slice($rows, 0, self::MOST) as $row) {
            $at = is_array($row) ? self::time($row['at'] ?? null) : null;
            if (!is_array($row) || $at === null) {
                continue;
            }
            $done = [];
            foreach (is_array($row['done'] ?? null) ? $row['done'] : [] as $one) {
                $kind = is_array($one) ? EntryKind::tryFrom(self::text($one, 'kind', 20)) : null;
                $piece = is_array($one) && is_int($one['piece'] ?? null) ? $pieces[$one['piece']] ?? null : null;
                if ($kind !== null && $piece !== null) {
                    $done[] = [
                        'kind' => $kind->value, 'piece' => $piece,
                        'from' => self::text($one, 'from', 40), 'to' => self::text($one, 'to', 40),
                        'minutes' => self::minutes($one['minutes'] ?? 0, 0),
                    ];
                }
            }
            $uid = self::text($row, 'uid', 190);
            $shelf->dates()->firstOrCreate([
                'kind' => ($row['kind'] ?? '') === 'concert' ? 'concert' : 'rehearsal',
                'starts_at' => $at,
            ], [
                'title' => self::text($row, 'title', 120),
                'place' => self::text($row, 'place', 120),
                'minutes' => self::minutes($row['minutes'] ?? PlanWishes::USUAL_MINUTES, 1),
                'uid' => $uid === '' || $shelf->dates()->where('uid', $uid)->exists() ? null : $uid,
                'wishes' => DateWishes::from(['begin' => self::text($row, 'begin', 10)])->toArray(),
                'done' => $done === [] ? null : $done,
            ]);
        }
    }

    /** @param list<mixed> $rows */
    public static function unpackHeard(User $user, Piece $piece, array $rows): void
    {
        foreach (array_slice($rows, 0, self::MOST) as $row) {
            $kind = is_array($row) ? HeardKind::tryFrom(self::text($row, 'kind', 20)) : null;
            $at = is_array($row) ? self::time($row['at'] ?? null) : null;
            if (!is_array($row) || $kind === null || $at === null) {
                continue;
            }
            $note = self::text($row, 'note', 80);
            $piece->heard()->create([
                'user_id' => $user->id,
                'measure' => self::text($row, 'measure', 40),
                'note' => $note === '' ? null : $note,
                'parts' => is_array($row['parts'] ?? null) ? array_values(array_filter($row['parts'], is_string(...))) : [],
                'kind' => $kind,
                'text' => self::text($row, 'text', 300),
                'heard_at' => $at,
                'better_at' => self::time($row['better'] ?? null),
            ]);
        }
    }

    private static function time(mixed $value): ?Carbon
    {
        return is_string($value) && preg_match('~^\d{4}-\d{2}-\d{2} \d{2}:\d{2}$~', $value) === 1
            ? rescue(static fn (): Carbon => Carbon::parse($value), null, false)
            : null;
    }

    private static function minutes(mixed $value, int $least): int
    {
        return max($least, min(PlanWishes::MOST_MINUTES, is_int($value) ? $value : $least));
    }

    /** @param array<mixed> $row */
    private static function text(array $row, string $field, int $letters): string
    {
        $text = $row[$field] ?? '';

        return is_string($text) ? mb_substr(trim(mb_scrub($text)), 0, $letters) : '';
    }
}
