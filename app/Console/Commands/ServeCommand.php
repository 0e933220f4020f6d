<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Accounts\FirstCode;
use App\Console\Concerns\ReadsText;
use App\Server\ServerFiles;
use App\Server\ServerOptions;
use App\Server\Supervisor;
use Illuminate\Console\Command;
use Illuminate\Support\Carbon;
use RuntimeException;
use Symfony\Component\Process\Process;

/** The server of a school: nginx, PHP, queue and schedule, started together and kept running. */
final class ServeCommand extends Command
{
    use ReadsText;

    protected $signature = 'pencil:serve {--listen=127.0.0.1:8000 : address and port} {--folder= : for settings, sockets and logs}
        {--processes=6 : PHP processes} {--queue=1 : queue workers} {--certificate= : of HTTPS} {--key= : of HTTPS}
        {--rate=200 : calls a second from one address} {--burst=2000 : and how many more at once} {--no-schedule : without nightly work}';

    protected $description = 'Serves Upright Pencil: nginx, PHP, the queue and the schedule, supervised.';

    public function handle(FirstCode $first): int
    {
        umask(0077);
        $certificate = $this->option('certificate');
        $key = $this->option('key');
        $options = new ServerOptions(
            $this->textOfOption('listen'),
            ($this->textOfOption('folder') ?: storage_path('server')),
            max(1, (int) $this->option('processes')),
            max(0, (int) $this->option('queue')),
            $this->option('no-schedule') !== true,
            is_string($certificate) && $certificate !== '' ? $certificate : null,
            is_string($key) && $key !== '' ? $key : null,
            max(1, (int) $this->option('rate')),
            max(1, (int) $this->option('burst')),
        );
        try {
            (new ServerFiles($options))->write();
            $environment = $this->cached($options->folder);
            $supervisor = new Supervisor($options, $environment, fn (string $line) => $this->tellAt($line));
            $supervisor->check();
        } catch (RuntimeException $problem) {
            fwrite(STDERR, "pencil: {$problem->getMessage()}\n");

            return self::FAILURE;
        }
        $code = rescue(static fn (): ?string => $first->code(), report: false);
        $this->line('Upright Pencil is served at ' . config()->string('app.url'));
        if ($code !== null) {
            $this->line("Nobody has an account yet. Open it, and type this code: {$code}");
        }
        $supervisor->run();

        return self::SUCCESS;
    }

    /**
     * Settings, routes and views, read once instead of at every call. They lie in the server's own folder, so that commands and
     * tests beside it go on reading the files.
     *
     * @return array<string, string> the environment that says where they are
     */
    private function cached(string $folder): array
    {
        $environment = ['APP_CONFIG_CACHE' => "{$folder}/config.php", 'APP_ROUTES_CACHE' => "{$folder}/routes.php"];
        foreach (array_values($environment) as $file) {
            @unlink($file);
        }
        foreach (['view:cache', 'config:cache', 'route:cache'] as $command) {
            $process = new Process([PHP_BINDIR . '/php', base_path('artisan'), $command], base_path(), $environment);
            if ($process->run() !== 0) {
                throw new RuntimeException("{$command} did not work: " . trim($process->getErrorOutput() . $process->getOutput()));
            }
        }

        return [...$environment, 'PHP_INI_SCAN_DIR' => ':' . base_path('config/php')];
    }

    private function tellAt(string $line): void
    {
        fwrite(STDERR, Carbon::now()->toDateTimeString() . " {$line}\n");
    }
}
