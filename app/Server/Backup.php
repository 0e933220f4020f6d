<?php

declare(strict_types=1);

namespace App\Server;

use Illuminate\Database\Connection;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use RuntimeException;
use ZipArchive;

/**
 * A backup: one zip file with everything that is kept, as an SQLite database whatever the server uses, and a list to check it by.
 * It is made while the server works, of one moment, and read again before it counts.
 */
final readonly class Backup
{
    private const DATABASE = 'pencil.sqlite';
    private const LIST = 'backup.json';
    private const FORMAT = 'upright-pencil/backup';

    /**
     * @return string where it was written
     * @throws RuntimeException when it could not be made or does not check
     */
    public function make(string $file): string
    {
        $folder = dirname($file);
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true)) {
            throw new RuntimeException("The folder {$folder} cannot be made.");
        }
        $copy = "{$file}.making";
        @unlink($copy);
        try {
            $this->copyTo($copy);
            $list = [
                'format' => self::FORMAT,
                'version' => 1,
                'made' => Carbon::now()->toIso8601String(),
                'migrations' => DB::table('migrations')->orderBy('id')->pluck('migration')->all(),
                'sha256' => hash_file('sha256', $copy),
                'tables' => TableCopy::fingerprint(self::open($copy)),
            ];
            DB::purge('backup');
            $zip = new ZipArchive();
            if (
                $zip->open("{$file}.zip-making", ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true
                || !$zip->addFile($copy, self::DATABASE)
                || !$zip->addFromString(self::LIST, json_encode($list, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR))
                || !$zip->close()
            ) {
                throw new RuntimeException("The backup could not be written to {$folder}: is the disk full?");
            }
            chmod("{$file}.zip-making", 0o600);
            $this->check("{$file}.zip-making");
            rename("{$file}.zip-making", $file);
        } finally {
            DB::purge('backup');
            foreach ([$copy, "{$copy}-wal", "{$copy}-shm", "{$file}.zip-making"] as $left) {
                @unlink($left);
            }
        }

        return $file;
    }

    private function copyTo(string $copy): void
    {
        $connection = DB::connection();
        if ($connection->getDriverName() === 'sqlite') {
            // One moment of the whole file, while others write.
            $connection->statement('vacuum into ?', [$copy]);
            TableCopy::forgetTheMoment(self::open($copy));

            return;
        }
        touch($copy);
        $target = self::open($copy);
        Artisan::call('migrate', ['--force' => true, '--database' => 'backup']);
        $connection->statement('set session characteristics as transaction isolation level repeatable read');
        try {
            (new TableCopy($connection, $target))->copy(static fn (): null => null);
        } finally {
            $connection->statement('set session characteristics as transaction isolation level read committed');
        }
    }

    /**
     * Looks whether a backup is whole: its list, the sum of its bytes, the database's own check, every row.
     *
     * @return array{made: string, migrations: list<string>, rows: int}
     * @throws RuntimeException when it is not
     */
    public function check(string $file): array
    {
        $folder = $this->unpack($file);
        try {
            $list = json_decode((string) file_get_contents("{$folder}/" . self::LIST), true);
            if (!is_array($list) || ($list['format'] ?? null) !== self::FORMAT || !is_array($list['tables'] ?? null)) {
                throw new RuntimeException("{$file} is not a backup of Upright Pencil.");
            }
            $database = "{$folder}/" . self::DATABASE;
            if (!is_file($database) || hash_file('sha256', $database) !== ($list['sha256'] ?? null)) {
                throw new RuntimeException("{$file} is damaged: its database is not the one that was packed.");
            }
            $connection = self::open($database);
            if ($connection->scalar('pragma integrity_check') !== 'ok' || TableCopy::fingerprint($connection) != $list['tables']) {
                throw new RuntimeException("{$file} is damaged: its rows are not those that were counted.");
            }

            return [
                'made' => is_string($list['made']) ? $list['made'] : '',
                'migrations' => array_values(array_filter((array) $list['migrations'], is_string(...))),
                'rows' => (int) array_sum(array_column($list['tables'], 'rows')),
            ];
        } finally {
            DB::purge('backup');
            self::remove($folder);
        }
    }

    /**
     * Puts a backup in the place of what is there. What was there is kept beside it.
     *
     * @return string where the old one is
     * @throws RuntimeException when the backup does not check, or was made by a newer version; nothing is changed then
     */
    public function restore(string $file): string
    {
        $found = $this->check($file);
        $known = array_map(static fn (string $path): string => basename($path, '.php'), glob(database_path('migrations/*.php')) ?: []);
        $unknown = array_diff($found['migrations'], $known);
        if ($unknown !== []) {
            throw new RuntimeException("{$file} was made by a newer version of Upright Pencil. Bring this one up to date first.");
        }
        $connection = DB::connection();
        $beside = $connection->getDriverName() === 'sqlite' ? $this->intoSqlite($file) : $this->intoServer($file);
        TableCopy::forgetTheMoment(DB::connection());
        Artisan::call('cache:clear');

        return $beside;
    }

    private function intoSqlite(string $file): string
    {
        $path = DB::connection()->getConfig('database');
        assert(is_string($path));
        $beside = "{$path}.before-" . Carbon::now()->format('Ymd-His');
        if (is_file($path)) {
            DB::connection()->statement('vacuum into ?', [$beside]);
            chmod($beside, 0o600);
        }
        $folder = $this->unpack($file);
        try {
            $packed = "{$folder}/" . self::DATABASE;
            $this->upToDate($packed);
            // Row by row into the file that is there: whoever has it open goes on with what is new.
            Artisan::call('migrate', ['--force' => true]);
            (new TableCopy(self::open($packed), DB::connection()))->copy(static fn (): null => null);
        } finally {
            DB::purge('backup');
            self::remove($folder);
        }

        return $beside;
    }

    private function intoServer(string $file): string
    {
        $beside = config()->string('pencil.backups') . '/before-' . Carbon::now()->format('Ymd-His') . '.zip';
        Artisan::call('migrate', ['--force' => true]);
        $this->make($beside);
        $folder = $this->unpack($file);
        try {
            $packed = "{$folder}/" . self::DATABASE;
            $this->upToDate($packed);
            (new TableCopy(self::open($packed), DB::connection()))->copy(static fn (): null => null);
        } finally {
            DB::purge('backup');
            self::remove($folder);
        }

        return $beside;
    }

    /** Brings an unpacked database to today's tables. */
    private function upToDate(string $database): void
    {
        self::open($database);
        Artisan::call('migrate', ['--force' => true, '--database' => 'backup']);
    }

    private static function open(string $database): Connection
    {
        $usual = config()->array('database.connections.sqlite');
        config(['database.connections.backup' => [...$usual, 'database' => $database, 'journal_mode' => 'delete']]);
        DB::purge('backup');

        return DB::connection('backup');
    }

    private function unpack(string $file): string
    {
        $zip = new ZipArchive();
        if (!is_file($file) || $zip->open($file, ZipArchive::RDONLY) !== true) {
            throw new RuntimeException("{$file} cannot be opened: it is not there, damaged, or no backup.");
        }
        $folder = sys_get_temp_dir() . '/pencil-' . bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        $isWhole = @$zip->extractTo($folder, [self::DATABASE, self::LIST]);
        $zip->close();
        if (!$isWhole) {
            self::remove($folder);
            throw new RuntimeException("{$file} is damaged, or no backup of Upright Pencil.");
        }

        return $folder;
    }

    private static function remove(string $folder): void
    {
        foreach (glob("{$folder}/*") ?: [] as $path) {
            unlink($path);
        }
        rmdir($folder);
    }
}
