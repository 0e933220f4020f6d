<?php

declare(strict_types=1);

namespace App\Server;

use Illuminate\Database\Connection;
use RuntimeException;

/**
 * Copies everything that is kept from one database to another, of whichever kind, and checks it by counting and hashing. Both have
 * the same tables already; those of the other are emptied first.
 */
final readonly class TableCopy
{
    /** What is kept, parents before children. Sessions, queues, caches and drawings are made anew. */
    public const TABLES = [
        'users', 'shelves', 'pieces', 'sections', 'marks', 'changes', 'corrections', 'colleagues', 'shares',
        'editions', 'links', 'threads', 'remarks', 'left_flags', 'letters', 'calendar_dates', 'heard',
    ];

    private const MOMENT = [
        'sessions', 'cache', 'cache_locks', 'jobs', 'failed_jobs', 'password_reset_tokens', 'errands', 'drawings', 'first_sights',
        'presences',
    ];
    private const ROWS_AT_ONCE = 50;

    public function __construct(private Connection $from, private Connection $to)
    {
    }

    /**
     * @param callable(string, int): void $tell each table and its rows, when it is done
     * @return array<string, array{rows: int, hash: string}> by table
     * @throws RuntimeException when what arrived is not what was sent
     */
    public function copy(callable $tell): array
    {
        $sent = $this->from->transaction(function () use ($tell): array {
            return $this->to->transaction(function () use ($tell): array {
                foreach (array_reverse(self::TABLES) as $table) {
                    $this->to->table($table)->delete();
                }
                $sent = [];
                foreach (self::TABLES as $table) {
                    $sent[$table] = $this->table($table);
                    $tell($table, $sent[$table]['rows']);
                }
                $this->setCounters();

                return $sent;
            });
        });
        $arrived = self::fingerprint($this->to);
        if ($arrived !== $sent) {
            $differs = static fn (string $table): bool => ($arrived[$table] ?? null) !== ($sent[$table] ?? null);
            $wrong = implode(', ', array_filter(self::TABLES, $differs));
            throw new RuntimeException("What arrived is not what was sent ({$wrong}). Nothing was taken away where it came from.");
        }

        return $sent;
    }

    /** @return array{rows: int, hash: string} */
    private function table(string $table): array
    {
        $hash = hash_init('sha256');
        $rows = 0;
        $waiting = [];
        $binary = array_column(array_filter(
            $this->to->getSchemaBuilder()->getColumns($table),
            static fn (array $column): bool => $column['type_name'] === 'bytea',
        ), 'name', 'name');
        foreach (self::rows($this->from, $table) as $row) {
            hash_update($hash, self::line($row));
            foreach (array_intersect_key($row, $binary) as $column => $bytes) {
                $row[$column] = is_string($bytes) ? '\\x' . bin2hex($bytes) : $bytes;
            }
            $waiting[] = $row;
            $rows++;
            if (count($waiting) === self::ROWS_AT_ONCE) {
                $this->to->table($table)->insert($waiting);
                $waiting = [];
            }
        }
        if ($waiting !== []) {
            $this->to->table($table)->insert($waiting);
        }

        return ['rows' => $rows, 'hash' => hash_final($hash)];
    }

    /** @return array<string, array{rows: int, hash: string}> what a database holds, by table */
    public static function fingerprint(Connection $connection): array
    {
        $all = [];
        foreach (self::TABLES as $table) {
            $hash = hash_init('sha256');
            $rows = 0;
            foreach (self::rows($connection, $table) as $row) {
                hash_update($hash, self::line($row));
                $rows++;
            }
            $all[$table] = ['rows' => $rows, 'hash' => hash_final($hash)];
        }

        return $all;
    }

    /** @return \Generator<int, array<string, mixed>> rows in the order of their ids, with the same values on every database */
    private static function rows(Connection $connection, string $table): \Generator
    {
        // What the database works out by itself is not carried.
        $columns = array_filter(
            $connection->getSchemaBuilder()->getColumns($table),
            static fn (array $column): bool => ($column['generation'] ?? null) === null,
        );
        $kinds = array_column($columns, 'type_name', 'name');
        ksort($kinds);
        foreach ($connection->table($table)->orderBy('id')->lazyById(self::ROWS_AT_ONCE) as $row) {
            $values = [];
            foreach (array_keys($kinds) as $column) {
                $values[$column] = self::plain($row->{$column}, (string) $column);
            }
            yield $values;
        }
    }

    /** Dates, JSON and bytes look different on different databases and mean the same. */
    private static function plain(mixed $value, string $column): mixed
    {
        if (is_resource($value)) {
            return (string) stream_get_contents($value);
        }
        if (is_string($value) && preg_match('~_at$~', $column) === 1) {
            return substr(str_replace('T', ' ', $value), 0, 19);
        }

        return $value;
    }

    /** @param array<string, mixed> $row */
    private static function line(array $row): string
    {
        return serialize(array_map(
            static fn (mixed $value): ?string => match (true) {
                is_bool($value) => (string) (int) $value,
                is_scalar($value) => (string) $value,
                default => null,
            },
            $row,
        ));
    }

    /** PostgreSQL counts ids by itself; what comes with its id does not move the counter. */
    private function setCounters(): void
    {
        if ($this->to->getDriverName() !== 'pgsql') {
            return;
        }
        foreach (self::TABLES as $table) {
            $next = "coalesce((select max(id) from {$table}), 0) + 1";
            $this->to->statement("select setval(pg_get_serial_sequence(?, 'id'), {$next}, false)", [$table]);
        }
    }

    /** Takes away what belongs to the moment: who is signed in, what waits to be done. After a copy it would name others. */
    public static function forgetTheMoment(Connection $connection): void
    {
        foreach (self::MOMENT as $table) {
            $connection->table($table)->delete();
        }
        $connection->table('users')->update(['remember_token' => null]);
    }
}
