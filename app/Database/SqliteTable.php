<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/**
 * SQLite cannot change a column or add a check to a table that is there: the table is made anew and its rows are carried over, as
 * SQLite's own page on ALTER TABLE describes it. A migration that does so cannot run inside a transaction: foreign keys are put aside.
 */
final class SqliteTable
{
    /** @param callable(string): string $change of the statement that makes the table */
    public static function rebuild(string $table, callable $change): void
    {
        /** @var Collection<string, string> $made the table and its indexes, by name */
        $made = DB::table('sqlite_master')->where('tbl_name', $table)->whereNotNull('sql')->pluck('sql', 'name');
        $sql = (string) preg_replace('~^(create table\s+)["\'`]?\w+["\'`]?~i', "$1\"new_{$table}\"", $change($made[$table]), 1);
        $count = DB::table('sqlite_sequence')->where('name', $table)->value('seq');
        DB::statement('pragma foreign_keys = off');
        DB::transaction(static function () use ($table, $sql, $made, $count): void {
            DB::statement($sql);
            DB::statement("insert into \"new_{$table}\" select * from \"{$table}\"");
            DB::statement("drop table \"{$table}\"");
            DB::statement("alter table \"new_{$table}\" rename to \"{$table}\"");
            foreach ($made->except($table) as $index) {
                DB::statement($index);
            }
            if ($count !== null) {
                DB::table('sqlite_sequence')->where('name', $table)->update(['seq' => $count]);
            }
            if (DB::select('pragma foreign_key_check') !== []) {
                throw new RuntimeException("Rows of {$table} would have lost what they belong to.");
            }
        });
        DB::statement('pragma foreign_keys = on');
    }
}
