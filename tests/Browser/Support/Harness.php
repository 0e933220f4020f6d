<?php

declare(strict_types=1);

namespace Tests\Browser\Support;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use RuntimeException;

/** The application served on a free port with fresh demo data, and a ChromeDriver beside it. */
final class Harness
{
    private static ?self $running = null;

    /** @var list<resource> */
    private array $processes = [];
    /** @var list<array{driver: RemoteWebDriver, kind: string, isFree: bool}> browsers are dear: each serves one test after another */
    private array $browsers = [];
    private string $folder;
    public readonly string $url;
    private readonly int $driverPort;

    private function __construct()
    {
        $root = dirname(__DIR__, 3);
        foreach (['/usr/bin/chromium', '/usr/bin/chromedriver'] as $program) {
            if (!is_executable($program)) {
                throw new RuntimeException("{$program} is missing: the browser tests cannot run.");
            }
        }
        if (!is_file("{$root}/public/build/manifest.json")) {
            throw new RuntimeException('The interface is not built: run ./pencil test, which builds it.');
        }
        $this->folder = sys_get_temp_dir() . '/pencil-browser-' . bin2hex(random_bytes(5));
        mkdir($this->folder);
        touch("{$this->folder}/demo.sqlite");
        $port = self::freePort();
        $this->url = "http://127.0.0.1:{$port}";
        $environment = [
            'PATH' => (string) getenv('PATH'),
            'HOME' => $this->folder,
            'APP_ENV' => 'local',
            'APP_KEY' => 'base64:' . base64_encode(random_bytes(32)),
            'APP_URL' => $this->url,
            'DB_DATABASE' => "{$this->folder}/demo.sqlite",
            'LOG_CHANNEL' => 'stderr',
        ];
        foreach ([['migrate', '--force'], ['db:seed', '--force']] as $command) {
            $process = proc_open([PHP_BINARY, "{$root}/artisan", ...$command], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes, $root, $environment);
            $said = stream_get_contents($pipes[1]) . stream_get_contents($pipes[2]);
            if ($process === false || proc_close($process) !== 0) {
                throw new RuntimeException("The demo could not be laid out: {$said}");
            }
        }
        $this->start(
            [
                PHP_BINARY, 'artisan', 'pencil:serve', "--listen=127.0.0.1:{$port}", "--folder={$this->folder}/server", '--processes=4',
                '--rate=500', '--burst=5000', '--no-schedule',
            ],
            $root,
            $environment,
            'server.log',
        );
        $this->driverPort = self::freePort();
        $this->start(['/usr/bin/chromedriver', "--port={$this->driverPort}"], $root, $environment, 'driver.log');
        $this->await($port);
        $this->await($this->driverPort);
        register_shutdown_function($this->stop(...));
    }

    public static function get(): self
    {
        return self::$running ??= new self();
    }

    /** A browser whose cookies are nobody else's, until {@see release()}. */
    public function browser(int $width = 1280, int $height = 800, bool $isPhone = false): RemoteWebDriver
    {
        $kind = "{$width}×{$height}" . ($isPhone ? ' phone' : '');
        foreach ($this->browsers as $index => $browser) {
            if ($browser['isFree'] && $browser['kind'] === $kind) {
                $this->browsers[$index]['isFree'] = false;

                return $browser['driver'];
            }
        }
        $driver = $this->openBrowser($width, $height, $isPhone);
        $this->browsers[] = ['driver' => $driver, 'kind' => $kind, 'isFree' => false];

        return $driver;
    }

    /** All browsers as new again, for the next test. */
    public function release(): void
    {
        foreach ($this->browsers as $index => $browser) {
            if ($browser['isFree']) {
                continue;
            }
            try {
                $this->empty($browser['driver']);
                $this->browsers[$index]['isFree'] = true;
            } catch (\Throwable) {
                // What cannot be emptied serves nobody else.
                unset($this->browsers[$index]);
            }
        }
        $this->browsers = array_values($this->browsers);
    }

    private function empty(RemoteWebDriver $driver): void
    {
        foreach (array_slice($driver->getWindowHandles(), 1) as $window) {
            $driver->switchTo()->window($window);
            $driver->close();
        }
        $driver->switchTo()->window($driver->getWindowHandles()[0]);
        // A page of ours that runs nothing: what it stored can be emptied there.
        $driver->get("{$this->url}/pencil.svg");
        $driver->manage()->deleteAllCookies();
        $driver->executeScript('localStorage.clear(); sessionStorage.clear();');
        $driver->get('about:blank');
        $driver->manage()->getLog('browser');
    }

    private function openBrowser(int $width, int $height, bool $isPhone): RemoteWebDriver
    {
        $options = new ChromeOptions();
        $options->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--hide-scrollbars',
            '--disable-background-networking', '--disable-component-update', '--disable-sync', '--force-device-scale-factor=1',
            '--user-data-dir=' . $this->folder . '/chrome-' . bin2hex(random_bytes(4)),
            // The window's own frame takes 143 pixels in headless mode.
            "--window-size={$width}," . ($height + 143),
        ]);
        if ($isPhone) {
            $options->setExperimentalOption('mobileEmulation', [
                'deviceMetrics' => ['width' => $width, 'height' => $height, 'pixelRatio' => 1, 'touch' => true],
            ]);
        }
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL']);
        return RemoteWebDriver::create("http://127.0.0.1:{$this->driverPort}", $capabilities, 30000, 90000);
    }

    /** The first student link of the demo. */
    public function studentLink(): string
    {
        $database = new \PDO("sqlite:{$this->folder}/demo.sqlite");
        $token = $database->query('select token from links where ended_at is null order by id limit 1')?->fetchColumn();

        return "{$this->url}/part/{$token}";
    }

    public function serverLog(): string
    {
        return file_get_contents("{$this->folder}/server.log") . (string) @file_get_contents("{$this->folder}/server/php-fpm.log");
    }

    private function stop(): void
    {
        foreach ($this->browsers as $browser) {
            try {
                $browser['driver']->quit();
            } catch (\Throwable) {
                // It was closed by its test.
            }
        }
        foreach ($this->processes as $process) {
            // The server ends what it started before it ends itself.
            proc_terminate($process);
            proc_close($process);
        }
        exec('rm -rf ' . escapeshellarg($this->folder));
    }

    /**
     * @param list<string> $command
     * @param array<string, string> $environment
     */
    private function start(array $command, string $root, array $environment, string $log): void
    {
        $file = "{$this->folder}/{$log}";
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['file', $file, 'w'], ['file', $file, 'a']], $pipes, $root, $environment);
        if ($process === false) {
            throw new RuntimeException("{$command[0]} does not start.");
        }
        $this->processes[] = $process;
    }

    private function await(int $port): void
    {
        for ($try = 0; $try < 150; $try++) {
            $socket = @fsockopen('127.0.0.1', $port, $code, $message, 1);
            if ($socket !== false) {
                fclose($socket);

                return;
            }
            usleep(100_000);
        }

        throw new RuntimeException("Nothing answers at port {$port}.");
    }

    private static function freePort(): int
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
