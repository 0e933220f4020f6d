<?php

declare(strict_types=1);

namespace Tests\Browser\Support;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use RuntimeException;
use Tests\Support\Server;

/** The application served on a free port with fresh demo data, and a ChromeDriver beside it. */
final class Harness
{
    private static ?self $running = null;

    /** @var resource|null null once it was stopped */
    private mixed $chromedriver;
    /** @var list<array{driver: RemoteWebDriver, kind: string, isFree: bool}> browsers are dear: each serves one test after another */
    private array $browsers = [];
    private readonly Server $server;
    private readonly string $folder;
    public readonly string $url;
    private readonly int $driverPort;

    private function __construct()
    {
        foreach (['/usr/bin/chromium', '/usr/bin/chromedriver'] as $program) {
            if (!is_executable($program)) {
                throw new RuntimeException("{$program} is missing: the browser tests cannot run.");
            }
        }
        $this->server = new Server();
        $this->url = $this->server->url;
        $this->folder = $this->server->folder;
        $this->driverPort = Server::freePort();
        $chromedriver = proc_open(
            ['/usr/bin/chromedriver', "--port={$this->driverPort}"],
            [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
            $this->folder,
            ['HOME' => $this->folder, 'PATH' => (string) getenv('PATH')],
        );
        if ($chromedriver === false) {
            throw new RuntimeException('ChromeDriver does not start.');
        }
        $this->chromedriver = $chromedriver;
        Server::await($this->driverPort, 'ChromeDriver does not answer.');
        register_shutdown_function($this->stop(...));
    }

    public static function get(): self
    {
        return self::$running ??= new self();
    }

    /** The next test begins with a server of its own, in the environment as it is then. */
    public static function renew(): void
    {
        self::$running?->stop();
        self::$running = null;
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
        $token = $this->database()->query('select token from links where ended_at is null order by id limit 1')?->fetchColumn();

        return "{$this->url}/part/{$token}";
    }

    public function database(): \PDO
    {
        return $this->server->database();
    }

    public function serverLog(): string
    {
        return $this->server->log();
    }

    private function stop(): void
    {
        if ($this->chromedriver === null) {
            return;
        }
        foreach ($this->browsers as $browser) {
            try {
                $browser['driver']->quit();
            } catch (\Throwable) {
                // It was closed by its test.
            }
        }
        proc_terminate($this->chromedriver);
        proc_close($this->chromedriver);
        $this->chromedriver = null;
        $this->server->stop();
    }
}
