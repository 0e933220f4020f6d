<?php

declare(strict_types=1);

namespace Tests\Support;

use PDO;
use RuntimeException;

/** The application, served as a school has it, on a free port with demo data of its own. */
final class Server
{
    public readonly string $folder;
    public readonly string $url;
    /** @var array<string, string> */
    public readonly array $environment;
    /** @var resource|null */
    private mixed $process = null;
    private readonly string $root;
    private readonly int $port;

    /**
     * @param string|null $data folder of the database; one of its own without
     * @param array<string, string> $environment over the usual
     * @param list<string> $options of pencil:serve
     * @param bool $isFirst whether it lays the demo out; another beside it only joins in
     */
    public function __construct(
        ?string $data = null,
        array $environment = [],
        private readonly array $options = [],
        bool $isFirst = true,
    ) {
        $this->root = dirname(__DIR__, 2);
        if (!is_file("{$this->root}/public/build/manifest.json")) {
            throw new RuntimeException('The interface is not built: run ./pencil test, which builds it.');
        }
        $this->folder = sys_get_temp_dir() . '/pencil-server-' . bin2hex(random_bytes(5));
        mkdir($this->folder);
        $this->port = self::freePort();
        $this->url = "http://127.0.0.1:{$this->port}";
        $database = ($data ?? $this->folder) . '/demo.sqlite';
        $this->environment = [
            'PATH' => (string) getenv('PATH'),
            'HOME' => $this->folder,
            'APP_ENV' => 'local',
            'APP_KEY' => 'base64:' . base64_encode(random_bytes(32)),
            'APP_URL' => $this->url,
            'DB_CONNECTION' => 'sqlite',
            'DB_DATABASE' => $database,
            'CACHE_PATH' => "{$this->folder}/cache",
            'PENCIL_BACKUPS' => "{$this->folder}/backups",
            'LOG_CHANNEL' => 'stderr',
            // Many servers on one machine: each draws what its test opens.
            'PENCIL_DRAWS_AHEAD' => (string) (getenv('PENCIL_DRAWS_AHEAD') ?: 'false'),
            ...$environment,
        ];
        register_shutdown_function($this->stop(...));
        if ($this->environment['DB_CONNECTION'] === 'sqlite') {
            touch($database);
        }
        if ($isFirst) {
            $this->artisan('migrate:fresh', '--force');
            $this->artisan('db:seed', '--force');
        }
        $this->start();
    }

    public function start(): void
    {
        $log = "{$this->folder}/server.log";
        $process = proc_open(
            [
                PHP_BINARY, 'artisan', 'pencil:serve', "--listen=127.0.0.1:{$this->port}", "--folder={$this->folder}/server",
                '--processes=4', '--rate=5000', '--burst=5000', '--no-schedule', ...$this->options,
            ],
            [['file', '/dev/null', 'r'], ['file', $log, 'a'], ['file', $log, 'a']],
            $pipes,
            $this->root,
            $this->environment,
        );
        if ($process === false) {
            throw new RuntimeException('The server does not start.');
        }
        $this->process = $process;
        $this->awaitAnswer();
    }

    private function awaitAnswer(): void
    {
        $context = stream_context_create(['http' => ['timeout' => 5, 'ignore_errors' => true]]);
        for ($try = 0; $try < 300; $try++) {
            if (str_contains((string) @file_get_contents("{$this->url}/api/v1/session", false, $context), '"user"')) {
                return;
            }
            usleep(50_000);
        }

        throw new RuntimeException("The server does not answer: {$this->log()}");
    }

    /** @return string what the command said */
    public function artisan(string ...$command): string
    {
        $process = proc_open(
            [PHP_BINARY, "{$this->root}/artisan", ...$command],
            [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
            $pipes,
            $this->root,
            $this->environment,
        );
        $said = stream_get_contents($pipes[1]) . stream_get_contents($pipes[2]);
        if ($process === false || proc_close($process) !== 0) {
            throw new RuntimeException("{$command[0]} did not work: {$said}");
        }

        return $said;
    }

    /** Ends every process of the server at once, as when the plug is pulled. */
    public function kill(): void
    {
        if ($this->process === null) {
            return;
        }
        $top = proc_get_status($this->process)['pid'];
        foreach ([$top, ...array_reverse(self::children($top))] as $pid) {
            posix_kill($pid, SIGKILL);
        }
        proc_close($this->process);
        $this->process = null;
        $this->endLeftovers();
    }

    /** What was just being started when the plug was pulled has nobody who ends it. */
    private function endLeftovers(): void
    {
        foreach (glob('/proc/[0-9]*/cwd') ?: [] as $link) {
            if (@readlink($link) === "{$this->folder}/server") {
                posix_kill((int) explode('/', $link)[2], SIGKILL);
            }
        }
    }

    /** @return list<int> processes under one, children before theirs */
    public static function children(int $pid): array
    {
        $own = array_map(intval(...), array_filter(explode("\n", (string) shell_exec("pgrep -P {$pid}"))));
        $all = $own;
        foreach ($own as $child) {
            $all = [...$all, ...self::children($child)];
        }

        return $all;
    }

    public function pid(): int
    {
        return $this->process === null ? 0 : proc_get_status($this->process)['pid'];
    }

    public function database(): PDO
    {
        return new PDO("sqlite:{$this->environment['DB_DATABASE']}", null, null, [PDO::ATTR_TIMEOUT => 20]);
    }

    public function log(): string
    {
        return @file_get_contents("{$this->folder}/server.log") . (string) @file_get_contents("{$this->folder}/server/php-fpm.log");
    }

    public function stop(): void
    {
        if ($this->process !== null) {
            // The server ends what it started before it ends itself.
            proc_terminate($this->process);
            proc_close($this->process);
            $this->process = null;
        }
        $this->endLeftovers();
        exec('rm -rf ' . escapeshellarg($this->folder));
    }

    public static function await(int $port, string $otherwise): void
    {
        for ($try = 0; $try < 200; $try++) {
            $socket = @fsockopen('127.0.0.1', $port, $code, $message, 1);
            if ($socket !== false) {
                fclose($socket);

                return;
            }
            usleep(100_000);
        }

        throw new RuntimeException($otherwise);
    }

    public static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        if ($socket === false) {
            throw new RuntimeException('No free port.');
        }
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }
}
