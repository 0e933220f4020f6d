<?php

declare(strict_types=1);

namespace App\Server;

use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use RuntimeException;
use Throwable;

/** Whether the server can do its work: told on its health page, and to users where they would notice. */
final class Health
{
    public const HEARTBEAT = 'schedule was last run at';
    /** How long the schedule may be silent, in seconds: it is run every minute. */
    private const SILENCE = 300;
    /** How long work may wait in the queue, in seconds. */
    private const WAITS = 600;

    /** What users should know; null when all is well. */
    public function notice(): ?string
    {
        $folder = $this->folder();
        $file = $this->databaseFile();
        if (($file !== null && !is_writable($file)) || !is_writable($folder)) {
            return 'The server cannot write just now: everything can be read, but nothing is kept. Tell whoever looks after the server.';
        }
        $free = @disk_free_space($folder);
        if (is_float($free) && $free < config()->integer('pencil.disk_megabytes') * 1024 * 1024) {
            return 'The server’s disk is nearly full: everything can be read, but it may not keep what you change. '
                . 'Tell whoever looks after the server.';
        }

        return null;
    }

    /** @return array<string, array{ok: bool, says: string}> by what was looked at */
    public function checks(): array
    {
        return [
            'database' => $this->check(static function (): string {
                DB::table('migrations')->count();

                return 'answers';
            }),
            'writing' => ['ok' => $this->notice() === null, 'says' => $this->notice() ?? 'possible'],
            'queue' => $this->check($this->queue(...)),
            'schedule' => $this->check($this->schedule(...)),
            'backup' => $this->check(static fn (): string => Backups::newestInWords() ?? 'none yet'),
        ];
    }

    private function queue(): string
    {
        $oldest = DB::table('jobs')->whereNull('reserved_at')->min('available_at');
        $waits = is_numeric($oldest) ? time() - (int) $oldest : 0;

        if ($waits > self::WAITS) {
            throw new RuntimeException("work has waited for {$waits} seconds: is the queue worker running?");
        }

        return 'no work waits long';
    }

    private function schedule(): string
    {
        $last = Cache::store('database')->get(self::HEARTBEAT);
        if (!is_int($last)) {
            return 'has not been run yet';
        }

        return time() - $last > self::SILENCE
            ? throw new RuntimeException('was last run at ' . Carbon::createFromTimestamp($last)->toIso8601String())
            : 'runs';
    }

    /**
     * @param callable(): string $look
     * @return array{ok: bool, says: string}
     */
    private function check(callable $look): array
    {
        try {
            return ['ok' => true, 'says' => $look()];
        } catch (Throwable $problem) {
            return ['ok' => false, 'says' => mb_substr($problem->getMessage(), 0, 200)];
        }
    }

    private function databaseFile(): ?string
    {
        $file = DB::connection()->getConfig('database');

        return DB::connection()->getDriverName() === 'sqlite' && is_string($file) && $file !== ':memory:' ? $file : null;
    }

    private function folder(): string
    {
        $file = $this->databaseFile();

        return $file === null ? storage_path() : dirname($file);
    }
}
