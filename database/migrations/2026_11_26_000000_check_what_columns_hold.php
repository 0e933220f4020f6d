<?php

/**
 * Columns with few values hold these and no others; lists are read by an index; a mark's state is what its body says.
 */

use App\Database\SqliteTable;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    /** Foreign keys cannot be put aside inside a transaction. */
    public $withinTransaction = false;

    /** By table and column: what it may hold, what takes the place of anything else, and whether it may be empty. */
    private const VALUES = [
        'shelves' => ['kind' => [['programme', 'book'], 'programme', false]],
        'sections' => [
            'instrument' => [['violin', 'viola', 'cello', 'bass', 'other'], 'other', false],
            'density' => [['sparse', 'standard', 'every'], null, true],
        ],
        'changes' => ['kind' => [['do', 'undo', 'redo'], 'do', false]],
        'shares' => ['may' => [['read', 'propose', 'edit'], 'read', false]],
        'editions' => ['density' => [['sparse', 'standard', 'every'], 'standard', false]],
        'errands' => [
            'kind' => [['pack', 'unpack'], 'pack', false],
            'state' => [['waits', 'works', 'done', 'stopped', 'failed'], 'failed', false],
        ],
    ];

    public function up(): void
    {
        foreach (self::VALUES as $table => $columns) {
            foreach ($columns as $column => [$values, $otherwise]) {
                DB::table($table)->whereNotNull($column)->whereNotIn($column, $values)->update([$column => $otherwise]);
            }
        }
        $isSqlite = DB::getDriverName() === 'sqlite';
        foreach (self::VALUES as $table => $columns) {
            if ($isSqlite) {
                SqliteTable::rebuild($table, static fn (string $sql): string => substr($sql, 0, (int) strrpos($sql, ')'))
                    . ', ' . implode(', ', self::checks($table, $columns)) . ')');
            } else {
                foreach (self::checks($table, $columns) as $check) {
                    DB::statement("alter table \"{$table}\" add {$check}");
                }
            }
        }
        Schema::table('marks', fn (Blueprint $table) => $table->dropColumn('state'));
        Schema::table('marks', static function (Blueprint $table) use ($isSqlite): void {
            $isSqlite
                ? $table->string('state')->nullable()->virtualAs("json_extract(body, '$.state')")
                : $table->string('state')->nullable()->storedAs("body->>'state'");
        });
        Schema::table('marks', fn (Blueprint $table) => $table->index(['section_id', 'state']));
        Schema::table('shelves', fn (Blueprint $table) => $table->index(['user_id', 'position']));
        Schema::table('shares', fn (Blueprint $table) => $table->index('email'));
        Schema::table('changes', fn (Blueprint $table) => $table->index(['piece_id', 'user_id']));
    }

    public function down(): void
    {
        Schema::table('changes', fn (Blueprint $table) => $table->dropIndex(['piece_id', 'user_id']));
        Schema::table('shares', fn (Blueprint $table) => $table->dropIndex(['email']));
        Schema::table('shelves', fn (Blueprint $table) => $table->dropIndex(['user_id', 'position']));
        Schema::table('marks', fn (Blueprint $table) => $table->dropIndex(['section_id', 'state']));
        Schema::table('marks', fn (Blueprint $table) => $table->dropColumn('state'));
        Schema::table('marks', fn (Blueprint $table) => $table->string('state')->default('decided'));
        DB::table('marks')->orderBy('id')->eachById(static function (object $mark): void {
            $body = json_decode((string) $mark->body, true);
            DB::table('marks')->where('id', $mark->id)->update(['state' => is_array($body) ? $body['state'] ?? 'decided' : 'decided']);
        });
        foreach (self::VALUES as $table => $columns) {
            if (DB::getDriverName() === 'sqlite') {
                SqliteTable::rebuild($table, static fn (string $sql): string => str_replace(
                    ', ' . implode(', ', self::checks($table, $columns)),
                    '',
                    $sql,
                ));
            } else {
                foreach (array_keys($columns) as $column) {
                    DB::statement("alter table \"{$table}\" drop constraint \"{$table}_{$column}_check\"");
                }
            }
        }
    }

    /**
     * @param array<string, array{list<string>, string|null, bool}> $columns
     * @return list<string>
     */
    private static function checks(string $table, array $columns): array
    {
        $checks = [];
        foreach ($columns as $column => [$values, , $mayBeEmpty]) {
            $list = "'" . implode("', '", $values) . "'";
            $empty = $mayBeEmpty ? " or \"{$column}\" is null" : '';
            $checks[] = "constraint \"{$table}_{$column}_check\" check (\"{$column}\" in ({$list}){$empty})";
        }

        return $checks;
    }
};
