<?php

declare(strict_types=1);

namespace App\History;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * What besides marks an act changes, and can be turned back: a few columns of a row, as the database holds them.
 *
 * A thing is named by its kind and id, "piece:12"; a flag that was left by its piece and key, "left:12:late-hook|P1-m3-n1".
 */
final class Things
{
    /** By kind: its table, and the columns that acts change. */
    private const TABLES = [
        'piece' => ['pieces', [
            'title', 'shelf_id', 'archived_at', 'deleted_at', 'tempos', 'lesson_number', 'lesson_page', 'book_place', 'lesson',
        ]],
        'section' => ['sections', ['density', 'bows', 'bowed_at', 'fingered_at', 'practice']],
        'link' => ['links', ['ended_at', 'shows', 'hears']],
        'shelf' => ['shelves', ['user_id', 'name', 'note', 'kind', 'position', 'settings', 'created_at', 'updated_at']],
        'user' => ['users', ['settings']],
        'date' => ['calendar_dates', [
            'shelf_id', 'kind', 'title', 'place', 'starts_at', 'minutes', 'uid', 'wishes', 'done', 'created_at', 'updated_at',
        ]],
        'heard' => ['heard', [
            'piece_id', 'user_id', 'calendar_date_id', 'measure', 'note', 'parts', 'kind', 'text', 'token', 'heard_at', 'better_at',
            'created_at', 'updated_at',
        ]],
        'left' => ['left_flags', ['user_id', 'reason', 'created_at', 'updated_at']],
    ];
    /** What cannot be seen does not count when things are compared. */
    private const UNSEEN = ['created_at', 'updated_at'];

    /** @return array<string, int|string|null>|null as it stands; null where there is no such row */
    public function now(string $thing): ?array
    {
        $row = $this->row($thing)->first(self::TABLES[self::kindOf($thing)][1]);

        return $row === null ? null : array_map(
            static fn (mixed $value): int|string|null => is_int($value) || is_string($value) ? $value : null,
            (array) $row,
        );
    }

    /**
     * @param array<string, int|string|null>|null $before
     * @param array<string, int|string|null>|null $after
     */
    public static function alike(?array $before, ?array $after): bool
    {
        return $before === null || $after === null
            ? $before === $after
            : array_diff_key($before, array_flip(self::UNSEEN)) == array_diff_key($after, array_flip(self::UNSEEN));
    }

    /** @param array<string, int|string|null>|null $fields null for no such row */
    public function put(string $thing, ?array $fields): void
    {
        if ($fields === null) {
            $this->row($thing)->delete();

            return;
        }
        [$table, $columns] = self::TABLES[self::kindOf($thing)];
        $fields = array_intersect_key($fields, array_flip($columns));
        if ($this->row($thing)->exists()) {
            $this->row($thing)->update($fields);
        } else {
            DB::table($table)->insert([...self::identity($thing), ...$fields]);
        }
        $this->forgetWhatWasWorkedOut($thing);
    }

    /** Whether something else would go with it. */
    public function holdsOthers(string $thing): bool
    {
        [$kind, $id] = explode(':', $thing);

        return $kind === 'shelf' && DB::table('pieces')->where('shelf_id', (int) $id)->exists();
    }

    private function row(string $thing): Builder
    {
        return DB::table(self::TABLES[self::kindOf($thing)][0])->where(self::identity($thing));
    }

    private static function kindOf(string $thing): string
    {
        $kind = explode(':', $thing)[0];

        return isset(self::TABLES[$kind]) ? $kind : throw new InvalidArgumentException("There is no thing of the kind {$kind}.");
    }

    /** @return array<string, int|string> what tells the row from the others */
    private static function identity(string $thing): array
    {
        [$kind, $id, $key] = [...explode(':', $thing, 3), ''];

        return $kind === 'left' ? ['piece_id' => (int) $id, 'key' => $key] : ['id' => (int) $id];
    }

    /** What the rack shows of it is to be worked out again. */
    private function forgetWhatWasWorkedOut(string $thing): void
    {
        [$kind, $id] = explode(':', $thing);
        $pieces = DB::table('pieces')->select('id');
        $sections = DB::table('sections');
        match ($kind) {
            'piece' => $sections->where('piece_id', (int) $id)->update(['state' => null]),
            'section' => $sections->where('id', (int) $id)->update(['state' => null]),
            'shelf' => $sections->whereIn('piece_id', $pieces->where('shelf_id', (int) $id))->update(['state' => null]),
            'user' => $sections->whereIn('piece_id', $pieces->where('user_id', (int) $id))->update(['state' => null]),
            default => 0,
        };
    }
}
