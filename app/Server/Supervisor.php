<?php

declare(strict_types=1);

namespace App\Server;

use App\Jobs\Queues;
use Closure;
use RuntimeException;
use Symfony\Component\Process\Process;

/**
 * Starts the programs a server is made of and keeps them running: nginx, PHP's process manager, the queue's workers, the schedule.
 * What ends is started again; what ends at once, again and again, waits a little longer each time.
 */
final class Supervisor
{
    private const LONGEST_WAIT = 30.0;
    /** A program that ran this long is well again, in seconds. */
    private const WELL = 20.0;
    private const SECONDS_TO_END = 20.0;

    /** @var array<string, array{command: list<string>, stop: int, process: Process|null, pid: int, began: float, wait: float, next: float}> */
    private array $programs = [];
    private bool $ends = false;
    private bool $renews = false;

    /**
     * @param Closure(string): void $tell
     * @param array<string, string> $environment of all programs
     */
    public function __construct(
        private readonly ServerOptions $options,
        private readonly array $environment,
        private readonly Closure $tell,
    ) {
        $folder = $options->folder;
        $php = [PHP_BINDIR . '/php'];
        $fpm = self::program('php-fpm' . PHP_MAJOR_VERSION . '.' . PHP_MINOR_VERSION);
        $this->add('php-fpm', [$fpm, '-F', '-y', "{$folder}/php-fpm.conf", ...(posix_geteuid() === 0 ? ['-R'] : [])], SIGQUIT);
        $this->add('nginx', [self::program('nginx'), '-p', $folder, '-c', "{$folder}/nginx.conf"], SIGQUIT);
        for ($number = 1; $number <= $options->queueWorkers; $number++) {
            $this->add("queue {$number}", [
                // It lives long: what one piece of work leaves behind is looked through for cycles.
                ...$php, '-d', 'memory_limit=512M', '-d', 'zend.enable_gc=1', base_path('artisan'),
                'queue:work', '--queue=' . Queues::IN_ORDER, '--quiet', '--sleep=0.25', '--memory=384', '--max-time=3600',
            ], SIGTERM);
        }
        if ($options->runsSchedule) {
            $this->add('schedule', [...$php, base_path('artisan'), 'schedule:work', '--quiet'], SIGTERM);
        }
    }

    /** @throws RuntimeException when a program does not take the settings it is given */
    public function check(): void
    {
        foreach (['php-fpm', 'nginx'] as $name) {
            $process = new Process([...$this->programs[$name]['command'], '-t'], $this->options->folder, $this->environment);
            if ($process->run() !== 0) {
                throw new RuntimeException("{$name} does not take its settings: " . mb_substr(trim($process->getErrorOutput()), -400));
            }
        }
    }

    /** @param list<string> $command */
    private function add(string $name, array $command, int $stop): void
    {
        $this->programs[$name] = [
            'command' => $command, 'stop' => $stop, 'process' => null, 'pid' => 0, 'began' => 0.0, 'wait' => 0.5, 'next' => 0.0,
        ];
    }

    /** Runs until it is told to end (SIGTERM, SIGINT). SIGHUP starts everything anew without losing a call. */
    public function run(): void
    {
        pcntl_async_signals(true);
        foreach ([SIGTERM, SIGINT] as $signal) {
            pcntl_signal($signal, function (): void {
                $this->ends = true;
            });
        }
        pcntl_signal(SIGHUP, function (): void {
            $this->renews = true;
        });
        $this->endLeftovers();
        file_put_contents("{$this->options->folder}/server.pid", (string) getmypid());
        while (!$this->ends) {
            if ($this->renews) {
                $this->renew();
            }
            foreach (array_keys($this->programs) as $name) {
                $this->look($name);
            }
            usleep(200_000);
        }
        $this->end();
        @unlink("{$this->options->folder}/server.pid");
    }

    private function look(string $name): void
    {
        ['process' => $process, 'began' => $began, 'wait' => $wait, 'next' => $next] = $this->programs[$name];
        if ($process?->isRunning() === true) {
            return;
        }
        $now = microtime(true);
        if ($process !== null) {
            // A master that was killed leaves workers behind, who would keep the port.
            self::endGroup($this->programs[$name]['pid']);
            $ran = $now - $began;
            $wait = $ran > self::WELL ? 0.5 : min(2 * $wait, self::LONGEST_WAIT);
            // A queue worker ends by itself once in a while; that needs no words.
            if ($process->getExitCode() !== 0 || !str_starts_with($name, 'queue')) {
                ($this->tell)("{$name} ended (" . ($process->getExitCode() ?? '?') . ') and is started again.');
            }
            $this->programs[$name] = [...$this->programs[$name], 'process' => null, 'wait' => $wait, 'next' => $now + $wait];

            return;
        }
        if ($now >= $next) {
            $this->start($name);
        }
    }

    private function start(string $name): void
    {
        // Each in a group of its own, in the server's folder: so what it leaves behind is found.
        $command = [self::program('setsid'), ...$this->programs[$name]['command']];
        $process = new Process($command, $this->options->folder, $this->environment, timeout: null);
        $process->disableOutput();
        $process->start();
        $began = ['process' => $process, 'pid' => (int) $process->getPid(), 'began' => microtime(true)];
        $this->programs[$name] = [...$this->programs[$name], ...$began];
    }

    /** New code, new settings: each program takes them up when its work in hand is done. */
    private function renew(): void
    {
        $this->renews = false;
        ($this->tell)('Taking up what is new.');
        foreach ($this->programs as $name => ['process' => $process]) {
            $process?->signal(match (true) {
                $name === 'php-fpm' => SIGUSR2,
                $name === 'nginx' => SIGHUP,
                default => SIGTERM,
            });
        }
    }

    private function end(): void
    {
        // What takes calls in first, so that those at work are answered; then what answers them.
        foreach (['nginx', ...array_diff(array_keys($this->programs), ['nginx', 'php-fpm']), 'php-fpm'] as $name) {
            $process = $this->programs[$name]['process'] ?? null;
            if ($process?->isRunning() === true) {
                $process->signal($this->programs[$name]['stop']);
            }
        }
        $end = microtime(true) + self::SECONDS_TO_END;
        foreach ($this->programs as ['process' => $process]) {
            while ($process?->isRunning() === true && microtime(true) < $end) {
                usleep(50_000);
            }
            $process?->stop(1);
        }
        $this->endLeftovers();
    }

    private static function endGroup(int $leader): void
    {
        if ($leader > 1) {
            posix_kill(-$leader, SIGKILL);
        }
    }

    /** Ends what a server of this folder left behind that was killed itself. */
    private function endLeftovers(): void
    {
        foreach (glob('/proc/[0-9]*/cwd') ?: [] as $link) {
            $pid = (int) explode('/', $link)[2];
            if ($pid !== getmypid() && @readlink($link) === realpath($this->options->folder)) {
                posix_kill($pid, SIGKILL);
            }
        }
    }

    private static function program(string $name): string
    {
        foreach (['/usr/sbin', '/usr/bin', '/usr/local/sbin', '/usr/local/bin'] as $folder) {
            if (is_executable("{$folder}/{$name}")) {
                return "{$folder}/{$name}";
            }
        }

        throw new RuntimeException("{$name} is not installed: ./pencil installs it.");
    }
}
