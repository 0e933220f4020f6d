<?php

declare(strict_types=1);

namespace Tests\Support;

use PDO;
use RuntimeException;
use Symfony\Component\Process\Process;

/** A PostgreSQL server of the tests' own, in a folder of its own, ended with them. */
final class Postgres
{
    private const USER = 'pencil';

    private ?Process $server = null;
    private string $folder = '';
    private readonly string $programs;

    public function __construct()
    {
        $found = glob('/usr/lib/postgresql/*/bin/initdb') ?: [];
        if ($found === []) {
            throw new RuntimeException('PostgreSQL is missing: the tests on it cannot run.');
        }
        natsort($found);
        $this->programs = dirname((string) end($found));
    }

    /** @return array<string, string> the environment in which the application uses it */
    public function start(): array
    {
        $this->folder = sys_get_temp_dir() . '/pencil-postgres-' . bin2hex(random_bytes(5));
        mkdir($this->folder, 0o755);
        register_shutdown_function($this->stop(...));
        // PostgreSQL does not run as root.
        $as = [];
        if (posix_geteuid() === 0) {
            $user = posix_getpwnam('postgres') ?: throw new RuntimeException('There is no user “postgres” to run PostgreSQL as.');
            chown($this->folder, $user['uid']);
            $as = ['setpriv', "--reuid={$user['uid']}", "--regid={$user['gid']}", '--clear-groups'];
        }
        $port = Server::freePort();
        $made = new Process([...$as, "{$this->programs}/initdb", '-D', "{$this->folder}/data", '-U', self::USER, '-A', 'trust', '-E', 'UTF8', '--no-sync'], $this->folder);
        if ($made->run() !== 0) {
            throw new RuntimeException("PostgreSQL could not be set up: {$made->getErrorOutput()}");
        }
        // Tests keep nothing: they need not wait for the disk.
        $this->server = new Process([
            ...$as, "{$this->programs}/postgres", '-D', "{$this->folder}/data", '-p', (string) $port, '-k', $this->folder,
            '-c', 'listen_addresses=127.0.0.1', '-c', 'fsync=off', '-c', 'max_connections=120',
        ], $this->folder, timeout: null);
        $this->server->start();
        Server::await($port, 'PostgreSQL does not answer.');
        $this->make($port, 'pencil_test');

        return [
            'DB_CONNECTION' => 'pgsql',
            'DB_HOST' => '127.0.0.1',
            'DB_PORT' => (string) $port,
            'DB_DATABASE' => 'pencil_test',
            'DB_USERNAME' => self::USER,
            'DB_PASSWORD' => '',
        ];
    }

    private function make(int $port, string $database): void
    {
        for ($try = 0; $try < 50; $try++) {
            try {
                (new PDO("pgsql:host=127.0.0.1;port={$port};dbname=postgres", self::USER))->exec("create database {$database}");

                return;
            } catch (\PDOException) {
                // It answers before it takes anybody in.
                usleep(100_000);
            }
        }

        throw new RuntimeException('PostgreSQL takes nobody in.');
    }

    public function stop(): void
    {
        $this->server?->stop(5, SIGINT);
        $this->server = null;
        exec('rm -rf ' . escapeshellarg($this->folder));
    }
}
